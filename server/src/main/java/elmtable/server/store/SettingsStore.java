package elmtable.server.store;

import java.util.Map;
import java.util.stream.Collectors;

/** Settings of this server. */
public final class SettingsStore {
  private static final String KEPT_RUNS = "runs.kept";
  private static final String KEPT_DAYS = "runs.days";

  private final Database database;

  public SettingsStore(Database database) {
    this.database = database;
  }

  /**
   * How long runs are kept. One that is neither among the last ones nor young enough goes.
   *
   * @param keptRuns how many of the last ones always stay
   * @param keptDays how many days older ones stay
   */
  public record Settings(int keptRuns, int keptDays) {
    static final Settings DEFAULT = new Settings(200, 90);
  }

  public Settings settings() {
    Map<String, Integer> values =
        Jdbc.query(
                database,
                "select name, value from setting",
                statement -> {},
                rows -> Map.entry(rows.getString(1), rows.getInt(2)))
            .stream()
            .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    return new Settings(
        values.getOrDefault(KEPT_RUNS, Settings.DEFAULT.keptRuns()),
        values.getOrDefault(KEPT_DAYS, Settings.DEFAULT.keptDays()));
  }

  public void keep(Settings settings) {
    database
        .writer()
        .now(connection -> {
          String sql =
              "insert into setting (name, value) values (?, ?)"
                  + " on conflict (name) do update set value = excluded.value";
          Jdbc.update(connection, sql, KEPT_RUNS, settings.keptRuns());
          Jdbc.update(connection, sql, KEPT_DAYS, settings.keptDays());
          return null;
        });
  }
}
