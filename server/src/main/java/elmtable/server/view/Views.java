package elmtable.server.view;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.text.TextChange;
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
      List<FileProblem> files,
      @Nullable Long goingRun) {}

  /** A file of the folder that is not taken in or not written, and why. */
  public record FileProblem(String path, String why) {}

  /**
   * What came from a file; {@code from} is left out for a new document, {@code to} for one that is
   * gone.
   */
  public record FolderChangeView(
      String path, long document, @Nullable Long from, @Nullable Long to) {}

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

  public record ProblemView(
      String code, String severity, int line, int start, int end, String message) {}

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

  /** A document with its text; {@code version} is the number of its updates. */
  public record DocumentText(long id, String path, long version, String text) {}

  public record DocumentHandle(long id, String path, long version) {}

  /** A document that was removed; {@code at} is left out where nobody noted when. */
  public record RemovedDocument(long id, String path, @Nullable String at) {}

  /**
   * What somebody did to a document in one go.
   *
   * @param from the version before it
   * @param to the version that it made
   * @param what which blocks it touched, in words; empty for the document's beginning
   */
  public record HistoryEntry(
      long from, long to, String author, String began, String ended, List<String> what) {}

  /** {@code more} tells whether there is older history. */
  public record HistoryView(List<HistoryEntry> entries, boolean more) {}

  public record RenameRequest(String path) {}

  public record TakeBackRequest(long version, @Nullable String author) {}

  public record NewDocumentRequest(String path, String text, @Nullable String author) {}

  /**
   * @param version the document's, from which the updates start
   * @param client names the page; unique for each load of one
   * @param first the number of the first update; a client counts its updates of a document
   */
  public record UpdatesRequest(
      long version, String client, long first, @Nullable String author, List<TextChange> updates) {}

  /** A text that a page has, from a version whose updates are no longer kept. */
  public record DifferenceRequest(String text) {}

  /** What leads from the text that was sent to the document's of a version, by lines. */
  public record DifferenceView(long version, TextChange change) {}

  public record UpdateView(String client, String author, String at, TextChange change) {}

  /** A document's version, and the updates that led there from the one that was asked for. */
  public record UpdatesView(long version, List<UpdateView> updates) {}

  /** A change of the document at a path, which is made where it is missing. */
  public record DocumentChange(String path, long version, TextChange change) {}

  public record ChangesRequest(@Nullable String author, List<DocumentChange> documents) {}

  /** {@code leftOut} stretches were left alone, since somebody changed them meanwhile. */
  public record ChangesDone(long id, int leftOut) {}

  /**
   * A reference in a cell and where its value comes from.
   *
   * @param cell counts from 0; -1 for a block's name
   * @param from where it begins in the cell's text or the name
   */
  public record ReferenceView(int cell, int from, int to, String origin) {}

  /**
   * What a row means. What is left out has nothing to say.
   *
   * @param line counts from the block's first line
   * @param keyword the name of a step's keyword
   * @param composed whether it can be unfolded
   * @param captions for each argument cell the parameter that it gives; empty for none
   * @param missing required parameters that have no argument
   */
  public record RowMeaning(
      int line,
      @Nullable List<ReferenceView> references,
      @Nullable String keyword,
      @Nullable Boolean composed,
      @Nullable List<String> captions,
      @Nullable List<String> missing) {}

  /** A problem; {@code line} counts from the block's first line, columns from 0. */
  public record BlockProblem(
      String code,
      String severity,
      int line,
      int start,
      int end,
      String message,
      List<String> fixes) {}

  /**
   * What only the server can say of a block.
   *
   * @param dataSet the name of the set that a case's rows come from
   * @param dataColumns its columns
   */
  public record BlockMeaning(
      List<ReferenceView> name,
      @Nullable String dataSet,
      List<String> dataColumns,
      long dataRows,
      List<RowMeaning> rows,
      List<BlockProblem> problems) {}

  /**
   * A block of an analysis.
   *
   * @param at the offset of its first line in the text
   * @param same its place in the last answer, where it is the same as there
   */
  public record BlockAnalysis(int at, @Nullable Integer same, @Nullable BlockMeaning meaning) {}

  /**
   * @param version the document's version that it is about
   * @param token names this answer for the next question
   * @param problems those outside all blocks, counted from the document's first line
   */
  public record AnalysisView(
      long version, String token, List<BlockAnalysis> blocks, List<BlockProblem> problems) {}

  /** {@code line} counts from the document's first line, which is 0. */
  public record CaseOutcomeView(
      int line, long executableCount, @Nullable String exclusionReason, @Nullable Outcome last) {}

  public record OutcomesView(long version, List<CaseOutcomeView> cases) {}

  /** A fix of a problem, which is found by its place. */
  public record FixRequest(
      String path, long version, int line, int start, String code, String fix) {}

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
      String environment,
      String browser,
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

  /**
   * An error of the API (RFC 9457).
   *
   * @param since what others changed meanwhile
   * @param full whether the disk has no room
   * @param thinned whether the updates that were asked for are no longer kept one by one
   */
  public record ProblemDetails(
      String type,
      String title,
      int status,
      String detail,
      @Nullable UpdatesView since,
      @Nullable Boolean full,
      @Nullable Boolean thinned) {}

  /** How many of the last runs stay, and for how many days older ones do. */
  public record SettingsRequest(int keptRuns, int keptDays) {}

  /**
   * @param folder the project's; left out where documents lie in the database alone
   * @param data the folder of the database
   */
  public record SettingsView(int keptRuns, int keptDays, @Nullable String folder, String data) {}

  /** Where somebody is; {@code text} is what they type into the cell. */
  public record Presence(
      String client, String name, long document, long version, int offset, @Nullable String text) {}

  /** What the server tells a page over its WebSocket. */
  @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "live")
  @JsonSubTypes({
    @JsonSubTypes.Type(value = LiveMessage.Welcome.class, name = "welcome"),
    @JsonSubTypes.Type(value = LiveMessage.Updated.class, name = "updated"),
    @JsonSubTypes.Type(value = LiveMessage.Documents.class, name = "documents"),
    @JsonSubTypes.Type(value = LiveMessage.Folder.class, name = "folder"),
    @JsonSubTypes.Type(value = LiveMessage.Checked.class, name = "checked"),
    @JsonSubTypes.Type(value = LiveMessage.Runs.class, name = "runs"),
    @JsonSubTypes.Type(value = LiveMessage.Events.class, name = "events"),
    @JsonSubTypes.Type(value = LiveMessage.Over.class, name = "over"),
    @JsonSubTypes.Type(value = LiveMessage.Here.class, name = "here"),
    @JsonSubTypes.Type(value = LiveMessage.Gone.class, name = "gone")
  })
  public sealed interface LiveMessage {
    /** {@code server} is another one after a restart. */
    record Welcome(String server) implements LiveMessage {}

    /** A document has these updates behind a version; many of them are to be asked for. */
    record Updated(long document, long after, @Nullable List<UpdateView> updates)
        implements LiveMessage {}

    /** Documents came, went or have other paths. */
    record Documents() implements LiveMessage {}

    /** Changes came in from the folder, or what is wrong with its files is something else. */
    record Folder(List<FolderChangeView> changes) implements LiveMessage {}

    /** A snapshot was checked; those of the watched documents have another analysis now. */
    record Checked(long snapshot, ProblemCounts problems, List<Long> documents)
        implements LiveMessage {}

    /** A run began or ended. */
    record Runs() implements LiveMessage {}

    /** What happened in a run, from the event with index {@code from} on. */
    record Events(long run, int from, List<RunEvent> events) implements LiveMessage {}

    /** No further events of a run come. */
    record Over(long run) implements LiveMessage {}

    record Here(Presence presence) implements LiveMessage {}

    /** A page was closed. */
    record Gone(String client) implements LiveMessage {}
  }

  /** What a page tells the server over its WebSocket. */
  @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "live")
  @JsonSubTypes({
    @JsonSubTypes.Type(value = LiveRequest.Watch.class, name = "watch"),
    @JsonSubTypes.Type(value = LiveRequest.IAm.class, name = "i am"),
    @JsonSubTypes.Type(value = LiveRequest.Beat.class, name = "beat")
  })
  public sealed interface LiveRequest {
    /** What it wants to hear of from now on; runs with how many events it has of each. */
    record Watch(List<Long> documents, Map<Long, Integer> runs) implements LiveRequest {}

    record IAm(Presence presence) implements LiveRequest {}

    /** Keeps the connection open. */
    record Beat() implements LiveRequest {}
  }
}
