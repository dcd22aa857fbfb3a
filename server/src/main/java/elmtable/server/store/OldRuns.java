package elmtable.server.store;

import elmtable.server.store.SettingsStore.Settings;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;

/** Takes old runs away with their evidence, in steps that hold up nobody who saves. */
final class OldRuns {
  private static final int ROWS_AT_ONCE = 2_000;

  /** The file shrinks where so much of it is free; what is less is used again. */
  private static final long LEAST_FREE_BYTES = 64_000_000;

  private final Database database;
  private final ContentFiles evidence;

  OldRuns(Database database, ContentFiles evidence) {
    this.database = database;
    this.evidence = evidence;
  }

  /** Gives the runs that went. */
  List<Long> remove(Settings settings, Instant now) {
    List<Long> old =
        Jdbc.query(
            database,
            "select id from run where state <> 'going' and started < ?"
                + " and id not in (select id from run order by id desc limit ?) order by id",
            statement -> {
              statement.setString(1, now.minus(settings.keptDays(), ChronoUnit.DAYS).toString());
              statement.setInt(2, settings.keptRuns());
            },
            rows -> rows.getLong(1));
    old.forEach(this::remove);
    if (!old.isEmpty()) {
      giveBackSpace();
    }
    return old;
  }

  private void remove(long run) {
    removeRows("run_event", "sequence", run);
    removeRows("run_case", "number", run);
    List<String> alone =
        Jdbc.query(
            database,
            "select file from run_evidence mine where run = ? and not exists"
                + " (select 1 from run_evidence other where other.file = mine.file and other.run <> mine.run)",
            statement -> statement.setLong(1, run),
            rows -> rows.getString(1));
    database
        .writer()
        .now(connection -> {
          Jdbc.update(connection, "delete from run_set_up where run = ?", run);
          Jdbc.update(connection, "delete from run_tear_down where run = ?", run);
          Jdbc.update(connection, "delete from run_evidence where run = ?", run);
          Jdbc.update(connection, "delete from run where id = ?", run);
          return null;
        });
    for (String file : alone) {
      try {
        Files.deleteIfExists(evidence.path(RunStore.hashOf(file)));
      } catch (IOException failed) {
        throw new UncheckedIOException(
            "“" + file + "” of run " + run + " cannot be removed", failed);
      }
    }
  }

  private void removeRows(String table, String key, long run) {
    int gone;
    do {
      gone =
          database
              .writer()
              .now(connection -> {
                try (var statement =
                    connection.prepareStatement(
                        "delete from %s where run = ? and %s in (select %s from %s where run = ? limit ?)"
                            .formatted(table, key, key, table))) {
                  statement.setLong(1, run);
                  statement.setLong(2, run);
                  statement.setInt(3, ROWS_AT_ONCE);
                  return statement.executeUpdate();
                }
              });
    } while (gone == ROWS_AT_ONCE);
  }

  private void giveBackSpace() {
    long free = pragma("freelist_count") * pragma("page_size");
    if (free > LEAST_FREE_BYTES && pragma("freelist_count") * 2 > pragma("page_count")) {
      database.vacuum();
    }
  }

  private long pragma(String name) {
    return Jdbc.query(database, "pragma " + name, statement -> {}, rows -> rows.getLong(1)).get(0);
  }
}
