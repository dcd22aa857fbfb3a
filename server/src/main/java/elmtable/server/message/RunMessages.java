package elmtable.server.message;

import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import java.util.List;
import java.util.Map;

/** Runs: what is asked for and what happened. */
public final class RunMessages {
  private RunMessages() {}

  /**
   * What to run, and how; what is left out is as the plan says, and chooses all or what is usual
   * where there is none.
   *
   * @param plan a saved plan's name
   * @param again a run whose cases are run again
   * @param notPassed only those of that run that did not pass
   * @param seen on the server's screen instead of headless
   * @param paceMillis the pause after each step
   * @param pictures one after each step
   */
  public record RunRequest(
      @Nullable String title,
      @Nullable String plan,
      @Nullable Long again,
      @Nullable Boolean notPassed,
      @Nullable String tags,
      @Nullable List<String> suites,
      @Nullable List<String> cases,
      @Nullable List<String> identities,
      @Nullable List<String> environments,
      @Nullable List<String> browsers,
      @Nullable Integer workers,
      @Nullable Integer tries,
      @Nullable Integer stopAfter,
      @Nullable Boolean seen,
      @Nullable Integer paceMillis,
      @Nullable Boolean pictures) {}

  /** {@code paused} is left out unless it goes and waits. */
  public record RunView(
      long id,
      String title,
      String environment,
      String browser,
      int workers,
      long seed,
      String started,
      @Nullable String finished,
      String state,
      @Nullable Boolean paused,
      Map<Outcome, Integer> counts,
      int total) {}

  /** {@code outcome} and {@code failure} are left out where the case has not ended. */
  public record RunCaseView(
      int number,
      String identity,
      String name,
      String suite,
      String document,
      int line,
      int row,
      Map<String, String> values,
      List<String> tags,
      @Nullable Outcome outcome,
      double millis,
      @Nullable Failure failure) {}

  /** How the cases of a suite ended; {@code total} are those that were planned so far. */
  public record SuiteCountsView(String suite, int total, Map<Outcome, Integer> counts) {}

  /**
   * What was set up once for several cases.
   *
   * @param number the case in which it happened; left out for an earlier run
   * @param times how often it was used beside that
   * @param savedMillis what that saved
   */
  public record RunSetUpView(
      String name,
      String scope,
      boolean kept,
      @Nullable Integer number,
      int times,
      double savedMillis) {}

  /** A fixture that a run which broke off did not tear down, and what it gave. */
  public record LeftFixtureView(int number, String name, List<RunEvent.NamedValue> gave) {}

  /** {@code left} is empty while the run goes. */
  public record RunDetailView(
      RunView run,
      List<SuiteCountsView> suites,
      List<RunSetUpView> setUps,
      List<LeftFixtureView> left) {}

  /**
   * Some of a run's cases, what did not pass first.
   *
   * @param total how many fit
   * @param from how many of them stand before these
   */
  public record RunCasesView(long total, long from, List<RunCaseView> cases) {}

  /**
   * A value that all cases of a finding have in their rows.
   *
   * @param notPassed how many of the run's cases with it did not pass
   * @param all how many have it
   */
  public record SharedValueView(String name, String value, long notPassed, long all) {}

  /**
   * What somebody decided that a finding is.
   *
   * @param verdict product, test, data, environment or unstable
   * @param run in which it was decided
   */
  public record DecidedView(String verdict, String author, String at, long run) {}

  /**
   * A group of failures with one cause.
   *
   * @param key the same for the same cause in another run
   * @param count how many cases it has
   * @param cases the first of them; the first one shows the cause
   */
  public record FindingView(
      String key,
      int count,
      List<RunCaseView> cases,
      List<SharedValueView> shared,
      @Nullable DecidedView decided) {}

  /**
   * @param grouped how many of those that did not pass were looked at: of very many the first ones
   * @param notPassed how many there are
   */
  public record FindingsView(long grouped, long notPassed, List<FindingView> findings) {}

  /**
   * Cases of a run that another one has as well.
   *
   * @param cases the first of them
   */
  public record ComparedView(int count, List<RunCaseView> cases) {}

  /**
   * What changed since another run.
   *
   * @param with its number; left out where none has the same cases
   * @param broken what passed and does not any more
   * @param slower what passed in both and took much longer
   * @param added how many cases it did not have
   * @param gone how many only it had
   */
  public record ComparisonView(
      @Nullable Long with,
      ComparedView broken,
      ComparedView fixed,
      ComparedView slower,
      long added,
      long gone) {}

  /** An empty verdict takes it back. */
  public record VerdictRequest(String verdict, @Nullable String author) {}

  public record EvidenceView(String kind, String file, String note) {}

  /**
   * Where a set-up happened for which a step stands.
   *
   * @param number the case; left out for an earlier run
   * @param kept whether it is a session that is put into each case
   * @param times how often it was used so far
   * @param millis how long it took
   */
  public record SetUpUseView(
      @Nullable Integer number, String scope, boolean kept, int times, double millis) {}

  /**
   * A step with those inside it.
   *
   * @param place how many stand before it inside the same step
   * @param number among the case's own steps, from 1; left out for what surrounds them
   * @param startMillis counted from the case's start
   * @param outcome left out while it goes, or where the run broke off
   * @param stepCount how many are inside it
   * @param steps those of them that are held: of many, the first, the last and what did not pass
   */
  public record StepRunView(
      int step,
      int place,
      @Nullable Integer number,
      String phase,
      String keyword,
      List<String> arguments,
      String document,
      int line,
      double startMillis,
      double millis,
      @Nullable Outcome outcome,
      List<RunEvent.NamedValue> resolved,
      List<RunEvent.NamedValue> kept,
      @Nullable Failure failure,
      @Nullable String reason,
      List<String> log,
      @Nullable SetUpUseView setUp,
      List<EvidenceView> evidence,
      int stepCount,
      List<StepRunView> steps) {}

  /** {@code steps} are those of {@code stepCount} that are held, as inside a step. */
  public record CaseRunView(
      RunView run,
      RunCaseView testCase,
      int stepCount,
      List<StepRunView> steps,
      List<CaseHistory> history) {}

  public record CaseHistory(long run, Outcome outcome) {}
}
