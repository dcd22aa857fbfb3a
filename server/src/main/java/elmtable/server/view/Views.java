package elmtable.server.view;

import elmtable.language.SheetEdit;
import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import java.util.List;
import java.util.Map;

/**
 * What the interface gets and sends, as JSON. TypeScript types are made from these records. Lines
 * count from 1, columns from 0; what is {@link Nullable} is left out where there is nothing.
 */
public final class Views {
  private Views() {}

  public record ProblemCounts(int errors, int warnings, int notices) {}

  public record ProjectView(
      String name,
      List<String> environments,
      List<String> browsers,
      ProblemCounts problems,
      @Nullable Long goingRun) {}

  /**
   * A piece of a text; {@code origin} is left out for plain text, {@code unknown} for a name that
   * nothing has.
   */
  public record TextPiece(String text, @Nullable String origin) {}

  public record CaseNode(
      String name,
      List<TextPiece> nameParts,
      int line,
      long executableCount,
      @Nullable String exclusionReason,
      @Nullable Outcome last) {}

  /** {@code last} is left out where nothing of it ever ran. */
  public record SuiteNode(
      String path,
      String name,
      long executableCount,
      @Nullable Outcome last,
      List<CaseNode> cases) {}

  public record DocumentNode(String path, List<String> kinds, ProblemCounts problems) {}

  public record TreeView(List<SuiteNode> suites, List<DocumentNode> documents) {}

  public record EditView(@Nullable String document, int line, int start, int end, String text) {}

  public record FixView(String label, List<EditView> edits) {}

  public record ProblemView(
      String code,
      String severity,
      int line,
      int start,
      int end,
      String message,
      List<FixView> fixes) {}

  public record PathProblems(String path, List<ProblemView> problems) {}

  public record CellView(String source, int start, List<TextPiece> parts) {}

  /**
   * What a step row means.
   *
   * @param keyword the keyword's name, none for a step that no keyword answers to
   * @param composed whether it can be unfolded
   * @param captions for each argument cell the parameter it gives; empty for none
   * @param marksFrom the first cell that is a mark; the number of cells where none is
   * @param missing required parameters that have no argument
   */
  public record StepView(
      @Nullable String keyword,
      boolean composed,
      List<String> captions,
      int marksFrom,
      List<String> missing,
      boolean off) {}

  /** {@code step} is left out in sections that hold no steps. */
  public record RowView(int line, List<CellView> cells, @Nullable StepView step) {}

  public record PropertyView(String word, String value, int line) {}

  /** {@code line} is that of its word, where it has one. */
  public record SectionView(String section, @Nullable Integer line, List<RowView> rows) {}

  /**
   * @param line its first line
   * @param headerLine the line of its name
   * @param executableCount how many executable cases, for cases and suites
   * @param dataSet the name of the set that a case's rows come from, or empty
   * @param dataColumns its columns, where the rows come from a set
   */
  public record BlockView(
      String kind,
      String name,
      List<TextPiece> nameParts,
      int line,
      int headerLine,
      int end,
      String note,
      List<PropertyView> properties,
      List<SectionView> sections,
      long executableCount,
      @Nullable String exclusionReason,
      @Nullable Outcome last,
      @Nullable String dataSet,
      List<String> dataColumns,
      long dataRows) {}

  public record DocumentView(
      String path,
      long revision,
      String text,
      List<BlockView> blocks,
      List<ProblemView> problems,
      ProblemCounts projectProblems) {}

  public record SaveRequest(String text) {}

  public record EditRequest(List<SheetEdit> edits) {}

  public record PreviewView(List<ProblemView> problems, ProblemCounts projectProblems) {}

  public record CompletionRequest(int line, int cell, String text) {}

  /**
   * @param insert what the cell gets
   * @param matched offsets of the letters in {@code label} that were typed
   * @param why why it was found, or its group
   */
  public record SuggestionView(
      String insert,
      String label,
      List<Integer> matched,
      String why,
      String signature,
      String note,
      List<String> parameters) {}

  public record CompletionView(String kind, List<SuggestionView> suggestions) {}

  public record ParameterView(
      String name, String kind, String fallback, boolean optional, String note) {}

  public record OutputView(String name, String kind, String note) {}

  /** {@code path} is left out for a built-in keyword; {@code steps} then is empty. */
  public record KeywordView(
      String name,
      String group,
      String note,
      List<String> phrases,
      List<ParameterView> takes,
      List<OutputView> gives,
      @Nullable String path,
      @Nullable Integer line,
      List<RowView> steps) {}

  public record ExecutableView(
      String identity,
      String name,
      int row,
      Map<String, String> values,
      @Nullable Outcome last,
      @Nullable String fault) {}

  public record CasePlanView(
      String suite,
      String path,
      String name,
      List<TextPiece> nameParts,
      int line,
      long count,
      @Nullable String exclusionReason,
      @Nullable String needed,
      List<String> tags,
      List<ExecutableView> executables) {}

  public record PlanView(
      long count, long all, String environment, String browser, List<CasePlanView> cases) {}

  /** What to run; what is left out or empty chooses all. */
  public record RunRequest(
      @Nullable String title,
      @Nullable String tags,
      @Nullable List<String> suites,
      @Nullable List<String> cases,
      @Nullable List<String> identities,
      @Nullable String environment,
      @Nullable String browser) {}

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

  /** An error of the API (RFC 9457); {@code current} is the document as others saved it. */
  public record ProblemDetails(
      String type, String title, int status, String detail, @Nullable DocumentView current) {}

  /** One message of a live run. */
  public record LiveView(RunEvent event) {}
}
