package elmtable.server.message;

import elmtable.run.event.Outcome;
import java.util.List;
import java.util.Map;

/** What the lines of a document mean, and what may be written there. */
public final class SheetMessages {
  private SheetMessages() {}

  /**
   * What a step's cells hold in one row of data.
   *
   * @param line in the document, from 1
   * @param values of cells that refer to something known, by their place in the row
   * @param condition whether its condition holds; left out where it has none or that is not known
   */
  public record RowLensStep(int line, Map<Integer, String> values, @Nullable Boolean condition) {}

  /**
   * A case with one row of its data.
   *
   * @param row from 1
   * @param count how many rows there are
   * @param name of the executable case
   * @param fault why the row cannot be read
   */
  public record RowLensView(
      long row,
      long count,
      String name,
      List<String> columns,
      List<String> values,
      List<RowLensStep> steps,
      @Nullable String fault) {}

  /**
   * A piece of a text; {@code origin} is left out for plain text, {@code unknown} for a name that
   * nothing has.
   */
  public record TextPiece(String text, @Nullable String origin) {}

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
   * @param given of a sentence, what each caption gets from it
   */
  public record RowMeaning(
      int line,
      @Nullable List<ReferenceView> references,
      @Nullable String keyword,
      @Nullable Boolean composed,
      @Nullable List<String> captions,
      @Nullable List<String> missing,
      @Nullable List<String> given) {}

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
   * @param version the document's version that it is about
   * @param snapshot the number of the project's state that it is about
   * @param token names this answer for the next question
   * @param starts the offset of each block's first line in the text
   * @param above how many blocks from the first on mean what the last answer said of its first ones
   * @param below how many up to the last mean what it said of its last ones
   * @param between what those between them mean
   * @param problems those outside all blocks, counted from the document's first line
   */
  public record AnalysisView(
      long version,
      long snapshot,
      String token,
      List<Integer> starts,
      int above,
      int below,
      List<BlockMeaning> between,
      List<BlockProblem> problems) {}

  /**
   * @param line counts from the document's first line, which is 0
   * @param millis what its executable cases are expected to take together
   */
  public record CaseOutcomeView(
      int line,
      long executableCount,
      @Nullable String exclusionReason,
      @Nullable Outcome last,
      @Nullable Long millis) {}

  public record OutcomesView(long version, List<CaseOutcomeView> cases) {}

  /** A fix of a problem, which is found by its place. */
  public record FixRequest(
      String path, long version, int line, int start, String code, String fix) {}

  /**
   * @param cell of the row in the line
   * @param property the word of the property instead, in whose block the line is; {@code @} for a
   *     tag of a feature, whose title is in the line
   */
  public record CompletionRequest(int line, int cell, String text, @Nullable String property) {}

  /** {@code cells} are those of a step that stands in no document yet. */
  public record StepCompletionRequest(List<String> cells, int cell, String text) {}

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
}
