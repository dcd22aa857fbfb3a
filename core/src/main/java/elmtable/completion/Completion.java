package elmtable.completion;

import elmtable.language.Document.LocatedBlock;
import elmtable.language.Line;
import elmtable.project.Project;
import java.util.List;
import java.util.Optional;

/** What could be meant by what is being typed into a cell of a step, best first. */
public final class Completion {
  static final int MOST = 40;

  private Completion() {}

  /** What is offered: keywords, or values for an argument. */
  public enum Offer {
    KEYWORD,
    ELEMENT,
    PAGE,
    CHOICE,
    DATA_SET,
    REFERENCE,
    NOTHING
  }

  /** What is offered, and of what kind it is. */
  public record Result(Offer offer, List<Suggestion> suggestions) {
    static final Result NOTHING = new Result(Offer.NOTHING, List.of());

    public Result {
      suggestions = List.copyOf(suggestions);
    }
  }

  /**
   * @param line that of a step's row, counted from zero
   * @param cell the cell that is being edited, 0 for the keyword's
   * @param text what it holds by now
   */
  public static Result at(Project project, String path, int line, int cell, String text) {
    Optional<LocatedBlock> located =
        project.document(path).flatMap(document -> document.document().blockAt(line));
    Optional<Line.Row> row = located.flatMap(block -> stepRow(block, line));
    if (row.isEmpty()) {
      return Result.NOTHING;
    }
    EditedStep step = EditedStep.of(project, path, located.get(), row.get());
    return cell == 0
        ? new KeywordCompletion(step).of(text)
        : new ArgumentCompletion(step).of(cell, text);
  }

  /** Also a row that is empty, where a step is about to be. */
  private static Optional<Line.Row> stepRow(LocatedBlock located, int line) {
    return located.block().sections().stream()
        .filter(body -> body.section().holdsSteps())
        .flatMap(body -> body.rows().stream())
        .filter(row -> located.firstLine() + row.range().line() == line)
        .findFirst();
  }
}
