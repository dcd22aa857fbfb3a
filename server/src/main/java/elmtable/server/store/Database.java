package elmtable.server.store;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import org.sqlite.SQLiteConfig;

/**
 * The one SQLite file of a server: write-ahead log, foreign keys, numbered migrations. Every use
 * opens a connection and closes it; all writing goes through one {@link Writer}.
 */
public final class Database implements AutoCloseable {
  private static final List<String> MIGRATIONS =
      List.of(
          "001-first.sql",
          "002-words.sql",
          "003-updates.sql",
          "004-folder.sql",
          "005-counts.sql",
          "006-settings.sql",
          "007-many-cases.sql",
          "008-verdicts.sql");
  private static final int BUSY_MILLIS = 10_000;

  private final String address;
  private final Path folder;
  private final Writer writer;

  private Database(Path folder) {
    this.folder = folder;
    this.address = "jdbc:sqlite:" + folder.resolve("elm-table.db");
    this.writer = new Writer(this);
  }

  /**
   * Opens the database in a folder, which is made where it is missing, and brings its schema up to
   * date.
   */
  public static Database open(Path folder) throws IOException {
    Files.createDirectories(folder);
    Database database = new Database(folder);
    database.migrate();
    return database;
  }

  /** Where files beside the database are. */
  Path folder() {
    return folder;
  }

  Writer writer() {
    return writer;
  }

  Connection connect() throws SQLException {
    SQLiteConfig config = new SQLiteConfig();
    config.setJournalMode(SQLiteConfig.JournalMode.WAL);
    config.setSynchronous(SQLiteConfig.SynchronousMode.FULL);
    config.enforceForeignKeys(true);
    config.setBusyTimeout(BUSY_MILLIS);
    return config.createConnection(address);
  }

  private void migrate() {
    try (Connection connection = connect();
        Statement statement = connection.createStatement()) {
      int version;
      try (ResultSet result = statement.executeQuery("pragma user_version")) {
        version = result.getInt(1);
      }
      if (version > MIGRATIONS.size()) {
        throw new StoreException(
            "The database in "
                + folder
                + " was written by a newer Elm Table (schema "
                + version
                + "); use that one.");
      }
      for (int next = version; next < MIGRATIONS.size(); next++) {
        connection.setAutoCommit(false);
        carryOut(statement, script(MIGRATIONS.get(next)));
        statement.execute("pragma user_version = " + (next + 1));
        connection.commit();
      }
    } catch (SQLException failed) {
      throw new StoreException(
          "The database in " + folder + " cannot be opened: " + failed.getMessage(), failed);
    }
  }

  /** The driver carries out a script as a whole, with the semicolons inside its triggers. */
  static void carryOut(Statement statement, String script) throws SQLException {
    statement.executeUpdate(script);
  }

  private static String script(String name) {
    try (InputStream in = Database.class.getResourceAsStream(name)) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }

  /** Gives the space back that is free in the file. */
  void vacuum() {
    try (Connection connection = connect();
        Statement statement = connection.createStatement()) {
      statement.execute("vacuum");
    } catch (SQLException failed) {
      throw StoreException.writing(failed);
    }
  }

  /** Writes what is waiting and ends. */
  @Override
  public void close() {
    writer.close();
  }
}
