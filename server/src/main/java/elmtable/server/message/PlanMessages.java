package elmtable.server.message;

import elmtable.run.event.Outcome;
import elmtable.server.message.SheetMessages.TextPiece;
import java.util.List;
import java.util.Map;

/** What would run, and why. */
public final class PlanMessages {
  private PlanMessages() {}

  /**
   * A selection that the project keeps; what is left out or empty chooses all, or what is usual.
   *
   * @param note what is written about it
   * @param count how many executable cases it has; left out where it cannot be planned
   * @param fault why it cannot
   */
  public record SavedPlanView(
      String name,
      @Nullable Long count,
      @Nullable String fault,
      String path,
      int line,
      @Nullable String note,
      String tags,
      List<String> suites,
      List<String> environments,
      List<String> browsers,
      @Nullable Integer workers,
      @Nullable Integer tries,
      @Nullable Integer stopAfter,
      @Nullable Integer seed,
      @Nullable Boolean pictures) {}

  /**
   * {@code last} is how it ended when it last ran, {@code usualMillis} how long it usually takes.
   */
  public record ExecutableView(
      String identity,
      String name,
      int row,
      Map<String, String> values,
      String environment,
      String browser,
      @Nullable Outcome last,
      @Nullable Double usualMillis,
      @Nullable String fault) {}

  /**
   * A case of the plan.
   *
   * @param index its place among all cases of the project
   * @param count how many executable cases of it are in
   * @param expectedMillis how long all of them take, going by those that ran before
   * @param executables the first of them
   */
  public record CasePlanView(
      int index,
      String suite,
      String path,
      String name,
      List<TextPiece> nameParts,
      int line,
      long count,
      @Nullable Double expectedMillis,
      @Nullable String exclusionReason,
      @Nullable String needed,
      List<String> tags,
      List<ExecutableView> executables) {}

  /** Cases of a suite that a worker carries out one after another, and when. */
  public record SpanView(String suite, double fromMillis, double millis, List<Double> caseMillis) {}

  /** {@code workers} holds the spans of each; empty where nothing ran before. */
  public record ScheduleView(double millis, List<List<SpanView>> workers) {}

  /**
   * @param warnings what would go wrong with a run, as far as it is known before the start
   */
  public record PlanView(
      long count,
      long all,
      String environment,
      String browser,
      ScheduleView schedule,
      List<String> warnings,
      List<CasePlanView> cases) {}

  /** Further executable cases of one case. */
  public record ExecutablesView(long from, List<ExecutableView> executables) {}
}
