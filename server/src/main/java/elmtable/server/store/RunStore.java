package elmtable.server.store;

import elmtable.report.Comparison;
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
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;

/** Runs with their cases, events and evidence. */
public final class RunStore implements EvidenceKeeper {
  private final Database database;
  private final ContentFiles evidence;
  private final RunCases cases;
  private final LastOutcomes lastOutcomes;
  private final Map<Long, Map<Outcome, Integer>> countsOfEnded = new ConcurrentHashMap<>();

  /** Opens the store; runs that were going when the process before died are interrupted now. */
  public RunStore(Database database) {
    this.database = database;
    this.cases = new RunCases(database);
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
  public long begin(
      String title, String environment, String browser, int workers, long seed, long total) {
    return database
        .writer()
        .now(connection -> {
          Jdbc.update(
              connection,
              "insert into run (title, environment, browser, workers, seed, started, total, state)"
                  + " values (?, ?, ?, ?, ?, ?, ?, 'going')",
              title,
              environment,
              browser,
              workers,
              seed,
              Instant.now().toString(),
              total);
          return Jdbc.lastId(connection);
        });
  }

  /** Returns when everything received before is on disk. */
  public void flush() {
    database.writer().flush();
  }

  /**
   * Writes a run's events as they come, many in one transaction.
   *
   * @param told hears of each event, in order, once it is on disk
   */
  public RunListener writing(long run, RunListener told) {
    return new RunWriter(database, lastOutcomes, run, told);
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
            "select id, title, environment, browser, workers, seed, started, finished, state, total from run "
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
                    rows.getInt(10)))
        .stream()
        .map(this::counted)
        .toList();
  }

  /** A run that is over is counted once. */
  private StoredRun counted(StoredRun run) {
    Map<Outcome, Integer> counts =
        run.state().equals("going")
            ? count(run.id())
            : countsOfEnded.computeIfAbsent(run.id(), id -> countOfEnded(id, run.total()));
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
        counts,
        run.total());
  }

  /** What has no outcome at the end of a run did not run. */
  private Map<Outcome, Integer> countOfEnded(long run, int total) {
    Map<Outcome, Integer> counts = new LinkedHashMap<>(count(run));
    int rest = total - counts.values().stream().mapToInt(Integer::intValue).sum();
    if (rest > 0) {
      counts.merge(Outcome.NOT_RUN, rest, Integer::sum);
    }
    return Map.copyOf(counts);
  }

  private Map<Outcome, Integer> count(long run) {
    Map<Outcome, Integer> counts = new LinkedHashMap<>();
    Jdbc.query(
        database,
        "select outcome, count(*) from run_case where run = ? and outcome is not null"
            + " group by outcome",
        statement -> statement.setLong(1, run),
        rows -> counts.put(Outcome.named(rows.getString(1)), rows.getInt(2)));
    return Map.copyOf(counts);
  }

  /** Some of the cases of a run, and how many fit in all. */
  public record CasePage(long total, List<StoredCase> cases) {}

  /** How the cases of a suite ended. */
  public record SuiteCounts(String suite, int total, Map<Outcome, Integer> counts) {}

  /**
   * A page of a run's cases, what did not pass first.
   *
   * @param suite its name, or the empty text for all
   * @param outcome its word, or the empty text for all
   * @param text what the name, suite, tags or failure hold, or the empty text
   */
  public CasePage cases(
      long run, String suite, String outcome, String text, long offset, int limit) {
    return cases.page(run, new RunCases.Filter(suite, outcome, text), offset, limit);
  }

  /** Those of a run that failed, were errors or blocked; of very many the first ones. */
  public List<StoredCase> notPassed(long run, int limit) {
    return cases.notPassed(run, limit);
  }

  /** How many cases of a run have a value in their row, and how many of those did not pass. */
  public record WithValue(long notPassed, long all) {
    WithValue and(WithValue more) {
      return new WithValue(notPassed + more.notPassed, all + more.all);
    }
  }

  /** The counts of some values, by column and value. */
  public Map<Map.Entry<String, String>, WithValue> withValues(
      long run, Set<Map.Entry<String, String>> values) {
    return cases.withValues(run, values);
  }

  /** How the cases of a run ended, by identity. */
  public Map<String, Comparison.Ended> ended(long run) {
    return cases.ended(run);
  }

  /** The last run before another one that has cases of it. */
  public Optional<Long> before(long run) {
    return cases.before(run);
  }

  public Optional<StoredCase> caseOf(long run, long number) {
    return cases.one(run, number);
  }

  /** The identities of a run's cases, or of those that did not pass. */
  public List<String> identities(long run, boolean notPassed) {
    return cases.identities(run, notPassed);
  }

  /**
   * What was set up once for several cases of a run.
   *
   * @param setUpIn the case in which it happened; 0 for an earlier run
   * @param times how often it was used beside that
   * @param millis how long it took
   */
  public record StoredSetUp(
      String name, String scope, boolean kept, int setUpIn, int times, double millis) {}

  /** What several cases of a run shared, in the order of their names. */
  public List<StoredSetUp> setUps(long run) {
    return Jdbc.query(
        database,
        "select name, scope, kept, set_up_in, times, millis from run_set_up where run = ?"
            + " order by name",
        statement -> statement.setLong(1, run),
        rows ->
            new StoredSetUp(
                rows.getString(1),
                rows.getString(2),
                rows.getBoolean(3),
                rows.getInt(4),
                rows.getInt(5),
                rows.getDouble(6)));
  }

  /** A fixture that was set up in a case and not torn down, with what it gave. */
  public record LeftFixture(int number, String name, List<RunEvent.NamedValue> gave) {}

  /** The fixtures that a run which broke off left behind. */
  public List<LeftFixture> leftFixtures(long run) {
    return Jdbc.query(
        database,
        "select number, name, gave from run_tear_down where run = ? order by number, name",
        statement -> statement.setLong(1, run),
        rows ->
            new LeftFixture(
                rows.getInt(1), rows.getString(2), RunCases.namedValues(rows.getString(3))));
  }

  public List<SuiteCounts> suites(long run) {
    return cases.bySuite(run);
  }

  /** Hands over the events of one case in their order; there may be very many. */
  public void events(long run, int number, Consumer<RunEvent> taker) {
    Jdbc.each(
        database,
        "select event from run_event where run = ? and number = ? order by sequence",
        statement -> {
          statement.setLong(1, run);
          statement.setInt(2, number);
        },
        rows -> EventLines.read(rows.getString(1)),
        taker);
  }

  /** How an executable case ended when it last ran; null where it never did. */
  public Outcome lastOutcome(String identity) {
    return lastOutcomes.of(identity);
  }

  /** How long an executable case usually takes when it passes, in milliseconds. */
  public OptionalDouble usualMillis(String identity) {
    return lastOutcomes.millis(identity);
  }

  /** How often one of these two changed since the server started. */
  public long outcomeChanges() {
    return lastOutcomes.changes();
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
}
