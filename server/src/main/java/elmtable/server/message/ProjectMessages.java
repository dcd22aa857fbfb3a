package elmtable.server.message;

import elmtable.run.event.Outcome;
import elmtable.server.message.DocumentMessages.UpdatesView;
import elmtable.server.message.SheetMessages.TextPiece;
import java.util.List;

/** The project as a whole: its tree, problems and settings. */
public final class ProjectMessages {
  private ProjectMessages() {}

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
   * @param line from 1
   * @param tags its own and its suite's
   * @param millis what its executable cases are expected to take together
   */
  public record CaseNode(
      String name,
      List<TextPiece> nameParts,
      int line,
      List<String> tags,
      long executableCount,
      @Nullable String exclusionReason,
      @Nullable Outcome last,
      @Nullable Long millis) {}

  /** {@code last} is left out where nothing of it ever ran. */
  public record SuiteNode(
      String path,
      String name,
      long executableCount,
      @Nullable Outcome last,
      List<CaseNode> cases) {}

  public record DocumentNode(String path, List<String> kinds, ProblemCounts problems) {}

  public record TreeView(List<SuiteNode> suites, List<DocumentNode> documents) {}

  /**
   * A line that holds what is looked for.
   *
   * @param line from 1
   * @param title names the block that it is in
   * @param text cut round what was found
   */
  public record FoundLine(String path, int line, String title, String text) {}

  /** The first of them, and how many there are. */
  public record FoundLines(long count, List<FoundLine> lines) {}

  public record ProblemView(
      String code, String severity, int line, int start, int end, String message) {}

  public record PathProblems(String path, List<ProblemView> problems) {}

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
}
