package elmtable.data.readers;

import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.ProjectFiles;
import elmtable.data.source.Rows;
import elmtable.text.Names;
import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.ResultSetMetaData;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** The rows that a database gives for a query, over JDBC. Null is empty. */
final class QueryRows implements DataSource {
  private static final int FETCHED_AT_ONCE = 500;
  private static final Duration USUAL_LIMIT = Duration.ofMinutes(1);

  private final ProjectFiles files;
  private final String path;
  private final String address;
  private final String query;
  private final Duration limit;

  /** The names of the columns, kept since only the query itself can tell them. */
  private List<String> columns;

  /**
   * @param files those of the project
   * @param path an SQLite file of the project, or empty
   * @param address a database's JDBC address, where there is no file
   */
  QueryRows(ProjectFiles files, String path, String address, String query) {
    this(files, path, address, query, USUAL_LIMIT);
  }

  /**
   * @param limit how long the database may take for the first row, and for each of the others
   */
  QueryRows(ProjectFiles files, String path, String address, String query, Duration limit) {
    this.limit = limit;
    this.files = files;
    this.path = path;
    this.address = address;
    this.query = query;
  }

  @Override
  public synchronized List<String> columns() {
    if (columns == null) {
      try (Reading reading = new Reading()) {
        columns = List.copyOf(reading.columns);
      }
    }
    return columns;
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
    private final Statement statement;
    private final QueryWatch watch;
    private final ResultSet results;
    private final List<String> columns = new ArrayList<>();
    private int number;

    Reading() {
      Connection opened = null;
      QueryWatch watching = null;
      try {
        opened = connect();
        connection = opened;
        // Some databases send everything at once unless a transaction is open.
        connection.setAutoCommit(false);
        statement = connection.createStatement();
        statement.setFetchSize(FETCHED_AT_ONCE);
        watching = new QueryWatch(statement, limit);
        watch = watching;
        results = watch.timed(() -> statement.executeQuery(query));
        readColumns();
      } catch (SQLException | IOException failed) {
        release(watching, opened);
        throw new BrokenDataException(
            place() + ": the query failed: " + reason(watching, failed) + ".");
      } catch (BrokenDataException broken) {
        release(watching, opened);
        throw broken;
      }
    }

    private void readColumns() throws SQLException {
      ResultSetMetaData about = results.getMetaData();
      Set<String> seen = new HashSet<>();
      for (int c = 1; c <= about.getColumnCount(); c++) {
        columns.add(about.getColumnLabel(c));
        if (!seen.add(Names.key(about.getColumnLabel(c)))) {
          throw new BrokenDataException(
              place()
                  + ": the query gives a second column “"
                  + about.getColumnLabel(c)
                  + "”; rename it with “as”.");
        }
      }
    }

    private String reason(QueryWatch watching, Exception failed) {
      return watching != null && watching.isExpired()
          ? "the database took longer than " + limit.toSeconds() + " s"
          : failed.getMessage();
    }

    @Override
    public DataRow next() {
      try {
        if (!watch.timed(results::next)) {
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
            place() + ", row " + (number + 1) + " of the query: " + reason(watch, failed) + ".");
      }
    }

    @Override
    public void close() {
      release(watch, connection);
    }
  }

  private static void release(QueryWatch watch, Connection connection) {
    if (watch != null) {
      watch.close();
    }
    try {
      if (connection != null) {
        connection.close();
      }
    } catch (SQLException ignored) {
      // What was read has been read; the database notices a lost connection by itself.
    }
  }
}
