package elmtable.server.store;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.report.EventLines;
import elmtable.run.event.EvidenceKeeper;
import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.event.RunListener;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/** Runs with their cases, events and evidence. */
public final class RunStore implements EvidenceKeeper {
  private static final ObjectMapper JSON = new ObjectMapper();

  private final Database database;
  private final ContentFiles evidence;
  private final LastOutcomes lastOutcomes;
  private final Map<Long, Counts> countsOfEnded = new ConcurrentHashMap<>();

  /** Opens the store; runs that were going when the process before died are interrupted now. */
  public RunStore(Database database) {
    this.database = database;
    this.evidence = new ContentFiles(database.folder().resolve("evidence"));
    database
        .writer()
        .now(connection -> {
          Jdbc.update(connection, "update run set state = 'interrupted' where state = 'going'");
          return null;
        });
    this.lastOutcomes = LastOutcomes.read(database);
  }

  /**
   * {@code state} is going, finished, stopped or interrupted; {@code finished} is empty while it
   * goes.
   */
  public record StoredRun(
      long id,
      String title,
      String environment,
      String browser,
      int workers,
      long seed,
      String started,
      String finished,
      String state,
      Map<Outcome, Integer> counts,
      int total) {}

  /** {@code outcome} and {@code failure} are null where the case has not ended. */
  public record StoredCase(
      int number,
      String identity,
      String name,
      String suite,
      String document,
      int line,
      int row,
      Map<String, String> values,
      List<String> tags,
      Outcome outcome,
      double millis,
      Failure failure) {}

  /** Begins a run and gives its number. */
  public long begin(String title, String environment, String browser, int workers, long seed) {
    return database
        .writer()
        .now(connection -> {
          Jdbc.update(
              connection,
              "insert into run (title, environment, browser, workers, seed, started, state)"
                  + " values (?, ?, ?, ?, ?, ?, 'going')",
              title,
              environment,
              browser,
              workers,
              seed,
              Instant.now().toString());
          return Jdbc.lastId(connection);
        });
  }

  /** Returns when everything received before is on disk. */
  public void flush() {
    database.writer().flush();
  }

  /** Writes a run's events as they come, many in one transaction. */
  public RunListener writing(long run) {
    return new RunWriter(database, lastOutcomes, run);
  }

  /** All runs, the newest first. */
  public List<StoredRun> runs() {
    return runs("");
  }

  public Optional<StoredRun> run(long id) {
    return runs("where id = " + id).stream().findFirst();
  }

  private List<StoredRun> runs(String where) {
    return Jdbc.query(
            database,
            "select id, title, environment, browser, workers, seed, started, finished, state from run "
                + where
                + " order by id desc",
            statement -> {},
            rows ->
                new StoredRun(
                    rows.getLong(1),
                    rows.getString(2),
                    rows.getString(3),
                    rows.getString(4),
                    rows.getInt(5),
                    rows.getLong(6),
                    rows.getString(7),
                    Optional.ofNullable(rows.getString(8)).orElse(""),
                    rows.getString(9),
                    Map.of(),
                    0))
        .stream()
        .map(this::counted)
        .toList();
  }

  /** A run that is over is counted once. */
  private StoredRun counted(StoredRun run) {
    Counts counts =
        run.state().equals("going")
            ? count(run.id())
            : countsOfEnded.computeIfAbsent(run.id(), this::count);
    return new StoredRun(
        run.id(),
        run.title(),
        run.environment(),
        run.browser(),
        run.workers(),
        run.seed(),
        run.started(),
        run.finished(),
        run.state(),
        counts.byOutcome(),
        counts.total());
  }

  private record Counts(Map<Outcome, Integer> byOutcome, int total) {}

  private Counts count(long run) {
    Map<Outcome, Integer> byOutcome = new LinkedHashMap<>();
    int total =
        Jdbc.query(
                database,
                "select outcome, count(*) from run_case where run = ? group by outcome",
                statement -> statement.setLong(1, run),
                rows -> {
                  if (rows.getString(1) != null) {
                    byOutcome.put(Outcome.named(rows.getString(1)), rows.getInt(2));
                  }
                  return rows.getInt(2);
                })
            .stream()
            .mapToInt(Integer::intValue)
            .sum();
    return new Counts(Map.copyOf(byOutcome), total);
  }

  public List<StoredCase> cases(long run) {
    return Jdbc.query(
        database,
        "select * from run_case where run = ? order by number",
        statement -> statement.setLong(1, run),
        RunStore::storedCase);
  }

  private static StoredCase storedCase(ResultSet rows) throws SQLException {
    String outcome = rows.getString("outcome");
    String failure = rows.getString("failure");
    return new StoredCase(
        rows.getInt("number"),
        rows.getString("identity"),
        rows.getString("name"),
        rows.getString("suite"),
        rows.getString("document"),
        rows.getInt("line"),
        rows.getInt("row_number"),
        read(rows.getString("row_values"), new TypeReference<LinkedHashMap<String, String>>() {}),
        read(rows.getString("tags"), new TypeReference<List<String>>() {}),
        outcome == null ? null : Outcome.named(outcome),
        rows.getDouble("millis"),
        failure == null ? null : read(failure, new TypeReference<Failure>() {}));
  }

  /** The events of one case in their order. */
  public List<RunEvent> events(long run, int number) {
    return Jdbc.query(
        database,
        "select event from run_event where run = ? and number = ? order by sequence",
        statement -> {
          statement.setLong(1, run);
          statement.setInt(2, number);
        },
        rows -> EventLines.read(rows.getString(1)));
  }

  /** How an executable case ended when it last ran; null where it never did. */
  public Outcome lastOutcome(String identity) {
    return lastOutcomes.of(identity);
  }

  /** A run, and the number that an executable case has in it. */
  public record LastRun(long run, int number) {}

  /** The last run in which an executable case ran and ended. */
  public Optional<LastRun> lastRun(String identity) {
    return Jdbc.query(
            database,
            "select run, number from run_case where identity = ? and outcome <> ?"
                + " order by run desc limit 1",
            statement -> {
              statement.setString(1, identity);
              statement.setString(2, Outcome.NOT_RUN.word());
            },
            rows -> new LastRun(rows.getLong(1), rows.getInt(2)))
        .stream()
        .findFirst();
  }

  /** How an executable case ended in a run. */
  public record Ended(long run, Outcome outcome) {}

  /** The last runs of an executable case, the oldest first. */
  public List<Ended> history(String identity) {
    return Jdbc.query(
            database,
            "select run, outcome from run_case where identity = ? and outcome is not null order by run desc limit 16",
            statement -> statement.setString(1, identity),
            rows -> new Ended(rows.getLong(1), Outcome.named(rows.getString(2))))
        .reversed();
  }

  @Override
  public String keep(byte[] content, String suffix) {
    try {
      return evidence.keep(new ByteArrayInputStream(content)).hash() + suffix;
    } catch (IOException full) {
      throw new UncheckedIOException(full);
    }
  }

  /** Opens evidence by the name that {@link #keep} gave. */
  public InputStream open(String name) throws IOException {
    return evidence.open(hashOf(name));
  }

  static String hashOf(String name) {
    return name.substring(0, name.indexOf('.'));
  }

  /** Takes away runs that are too old by these settings, with their evidence; gives which. */
  public List<Long> removeOld(SettingsStore.Settings settings, Instant now) {
    List<Long> gone = new OldRuns(database, evidence).remove(settings, now);
    gone.forEach(countsOfEnded::remove);
    return gone;
  }

  private static <T> T read(String json, TypeReference<T> type) {
    try {
      return JSON.readValue(json, type);
    } catch (JsonProcessingException broken) {
      throw new StoreException(
          "A stored record cannot be read: " + broken.getOriginalMessage(), broken);
    }
  }
}
