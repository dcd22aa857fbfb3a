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
   * What to run, and how; what is left out or empty chooses all, or what is usual.
   *
   * @param seen on the server's screen instead of headless
   * @param paceMillis the pause after each step
   * @param pictures one after each step
   */
  public record RunRequest(
      @Nullable String title,
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

  public record RunDetailView(RunView run, List<RunCaseView> cases) {}

  public record EvidenceView(String kind, String file, String note) {}

  /**
   * A step with those inside it.
   *
   * @param startMillis counted from the case's start
   * @param outcome left out while it goes, or where the run broke off
   */
  public record StepRunView(
      int step,
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
      List<EvidenceView> evidence,
      List<StepRunView> steps) {}

  public record CaseRunView(
      RunView run, RunCaseView testCase, List<StepRunView> steps, List<CaseHistory> history) {}

  public record CaseHistory(long run, Outcome outcome) {}
}
