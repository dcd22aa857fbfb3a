package elmtable.data;

import elmtable.text.Names;
import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.ResultSetMetaData;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * The rows that a database gives for a query, over JDBC. Null is empty.
 *
 * @param files those of the project
 * @param path an SQLite file of the project, or empty
 * @param address a database's JDBC address, where there is no file
 */
record QueryRows(ProjectFiles files, String path, String address, String query)
    implements DataSource {
  private static final int FETCHED_AT_ONCE = 500;

  @Override
  public boolean hasTemplates() {
    return false;
  }

  @Override
  public List<String> columns() {
    try (Reading reading = new Reading()) {
      return reading.columns;
    }
  }

  @Override
  public Rows open() {
    return new Reading();
  }

  private Connection connect() throws SQLException, IOException {
    if (path.isEmpty()) {
      return DriverManager.getConnection(address);
    }
    Path local = files.local(path);
    return DriverManager.getConnection("jdbc:sqlite:file:" + local + "?mode=ro&immutable=1");
  }

  private String place() {
    return path.isEmpty() ? address : path;
  }

  private final class Reading implements Rows {
    private final Connection connection;
    private final ResultSet results;
    private final List<String> columns = new ArrayList<>();
    private int number;

    Reading() {
      Connection opened = null;
      try {
        opened = connect();
        connection = opened;
        // Some databases send everything at once unless a transaction is open.
        connection.setAutoCommit(false);
        Statement statement = connection.createStatement();
        statement.setFetchSize(FETCHED_AT_ONCE);
        results = statement.executeQuery(query);
        ResultSetMetaData about = results.getMetaData();
        Set<String> seen = new HashSet<>();
        for (int c = 1; c <= about.getColumnCount(); c++) {
          columns.add(about.getColumnLabel(c));
          if (!seen.add(Names.key(about.getColumnLabel(c)))) {
            throw new BrokenDataException(
                place()
                    + ": the query gives a second column “"
                    + about.getColumnLabel(c)
                    + "”; name it otherwise with “as”.");
          }
        }
      } catch (SQLException | IOException failed) {
        closeQuietly(opened);
        throw new BrokenDataException(
            place() + ": the query cannot be carried out: " + failed.getMessage() + ".");
      } catch (BrokenDataException broken) {
        closeQuietly(opened);
        throw broken;
      }
    }

    @Override
    public DataRow next() {
      try {
        if (!results.next()) {
          return null;
        }
        List<String> cells = new ArrayList<>(columns.size());
        for (int c = 1; c <= columns.size(); c++) {
          String cell = results.getString(c);
          cells.add(cell == null ? "" : cell);
        }
        return new DataRow(++number, cells, "");
      } catch (SQLException failed) {
        throw new BrokenDataException(
            place() + ", row " + (number + 1) + " of the query: " + failed.getMessage() + ".");
      }
    }

    @Override
    public void close() {
      closeQuietly(connection);
    }
  }

  private static void closeQuietly(Connection connection) {
    try {
      if (connection != null) {
        connection.close();
      }
    } catch (SQLException ignored) {
      // What was read has been read; the database notices a lost connection by itself.
    }
  }
}
