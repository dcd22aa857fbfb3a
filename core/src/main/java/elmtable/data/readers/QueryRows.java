package elmtable.data.readers;

import elmtable.data.file.FileKind;
import elmtable.data.file.ReaderLimits;
import elmtable.data.file.Unreadable;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.ProjectFiles;
import elmtable.data.source.ReadingTime;
import elmtable.data.source.Rows;
import elmtable.formula.CellTexts;
import elmtable.text.Names;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.ResultSetMetaData;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** The rows that a database gives for a query, over JDBC. Null is empty. */
final class QueryRows implements DataSource {
  private static final int FETCHED_AT_ONCE = 500;
  private static final long LARGEST_LOOKED_THROUGH = 20_000_000;
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

  /** A database tells the columns of a query that it has not carried out. */
  @Override
  public synchronized List<String> columns() {
    if (columns == null) {
      try (Connection connection = connect();
          PreparedStatement prepared = connection.prepareStatement(query)) {
        ResultSetMetaData about = prepared.getMetaData();
        if (about == null || about.getColumnCount() == 0) {
          throw new BrokenDataException(place() + ": the query gives no rows.");
        }
        columns = names(about);
      } catch (SQLException | IOException failed) {
        throw failed(failed);
      }
    }
    return columns;
  }

  private BrokenDataException failed(Exception failed) {
    if (!path.isEmpty()) {
      Optional<String> kind = FileKind.of(files, path);
      if (kind.filter(k -> k.contains("SQLite")).isEmpty()) {
        return new BrokenDataException(
            path + " cannot be read: it is " + kind.orElse("no SQLite database") + ".");
      }
    }
    return failed instanceof SQLException sql
        ? new BrokenDataException(place() + ": the query failed: " + sentence(sql) + ".")
        : Unreadable.at(place(), failed);
  }

  /** What a database says, without the name of its driver's codes. */
  private static String sentence(SQLException failed) {
    String said = String.valueOf(failed.getMessage()).replaceAll("\\s+", " ").strip();
    String plain = said.replaceFirst("^\\[[A-Z_]+]\\s*", "").replaceFirst("\\.$", "");
    return plain.replaceFirst("^SQL error or missing database \\((.*)\\)$", "$1");
  }

  private List<String> names(ResultSetMetaData about) throws SQLException {
    ReaderLimits.columns(place(), about.getColumnCount());
    List<String> names = new ArrayList<>();
    Set<String> seen = new HashSet<>();
    for (int c = 1; c <= about.getColumnCount(); c++) {
      names.add(about.getColumnLabel(c));
      if (!seen.add(Names.key(about.getColumnLabel(c)))) {
        throw new BrokenDataException(
            place()
                + ": the query gives a second column “"
                + about.getColumnLabel(c)
                + "”; rename it with “as”.");
      }
    }
    return List.copyOf(names);
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
    Connection connection =
        DriverManager.getConnection("jdbc:sqlite:file:" + local + "?mode=ro&immutable=1");
    if (Files.size(local) <= LARGEST_LOOKED_THROUGH) {
      requireSound(connection);
    }
    return connection;
  }

  /** A damaged file may lead round in circles, so that a query of it never ends. */
  private void requireSound(Connection connection) throws SQLException {
    try (Statement look = connection.createStatement();
        ResultSet found = look.executeQuery("pragma quick_check(1)")) {
      if (!found.next() || !found.getString(1).equals("ok")) {
        throw new BrokenDataException(path + " cannot be read: the database in it is damaged.");
      }
    } catch (SQLException | BrokenDataException unsound) {
      connection.close();
      throw unsound;
    }
  }

  private String place() {
    return path.isEmpty() ? address : path;
  }

  private final class Reading implements Rows {
    private final Connection connection;
    private final Statement statement;
    private final QueryWatch watch;
    private final ResultSet results;
    private final List<String> columns;
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
        watching = new QueryWatch(statement, ReadingTime.left(limit));
        watch = watching;
        results = watch.timed(() -> statement.executeQuery(query));
        columns = names(results.getMetaData());
      } catch (SQLException | IOException failed) {
        release(watching, opened);
        ReadingTime.check();
        throw watching != null && watching.isExpired()
            ? new BrokenDataException(place() + ": " + tooLong() + ".")
            : failed(failed);
      } catch (BrokenDataException broken) {
        release(watching, opened);
        throw broken;
      }
    }

    private String tooLong() {
      return "the database took longer than " + limit.toSeconds() + " s";
    }

    @Override
    public DataRow next() {
      ReadingTime.check();
      number++;
      try {
        if (!watch.timed(results::next)) {
          return null;
        }
        List<String> cells = new ArrayList<>(columns.size());
        String fault = "";
        for (int c = 1; c <= columns.size(); c++) {
          String cell = SqlCells.text(results, c);
          String objection = cell == null ? CellTexts.BYTES : CellTexts.objection(cell);
          if (!objection.isEmpty() && fault.isEmpty()) {
            fault =
                place()
                    + ", row "
                    + number
                    + ", column "
                    + columns.get(c - 1)
                    + ": "
                    + objection
                    + ".";
          }
          cells.add(objection.isEmpty() ? cell : "");
        }
        return new DataRow(number, cells, fault);
      } catch (SQLException failed) {
        ReadingTime.check();
        throw new BrokenDataException(
            place()
                + ", row "
                + number
                + " of the query: "
                + (watch.isExpired() ? tooLong() : sentence(failed))
                + ".");
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
