package elmtable.completion;

import elmtable.formula.Escapes;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Line;
import elmtable.language.SectionBody;
import elmtable.project.Project;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What could be meant by what is being typed into a cell or a property, best first. */
public final class Completion {
  static final int MOST = 40;

  /** Stands for a document in which a step stands alone. */
  private static final String LOOSE = "/a step alone.elmt";

  private static final int LOOSE_LINE = 4;

  private Completion() {}

  /** What is offered: keywords, or values for an argument, a property or a column. */
  public enum Offer {
    KEYWORD,
    ELEMENT,
    PAGE,
    CHOICE,
    DATA_SET,
    REFERENCE,
    /** What a property names: a tag, fixture, browser, column, file and so on. */
    NAME,
    NOTHING
  }

  /** What is offered, and of what kind it is. */
  public record Result(Offer offer, List<Suggestion> suggestions) {
    static final Result NOTHING = new Result(Offer.NOTHING, List.of());

    public Result {
      suggestions = List.copyOf(suggestions);
    }

    /** Those that begin with what was typed, then those that hold it. */
    static Result beginningFirst(Offer offer, String typed, Stream<Suggestion> all) {
      String wanted = typed.strip().toLowerCase(Locale.ROOT);
      List<Suggestion> fitting =
          new ArrayList<>(all.filter(s -> label(s).contains(wanted)).toList());
      fitting.sort(Comparator.comparing(s -> !label(s).startsWith(wanted)));
      return new Result(offer, fitting.stream().limit(MOST).toList());
    }

    private static String label(Suggestion suggestion) {
      return suggestion.label().toLowerCase(Locale.ROOT);
    }
  }

  /**
   * What a cell could hold.
   *
   * @param line that of a row, counted from zero
   * @param cell the cell that is being edited; in a step 0 is the keyword's
   * @param text what it holds by now
   */
  public static Result at(Project project, String path, int line, int cell, String text) {
    Optional<LocatedBlock> located = blockAt(project, path, line);
    for (SectionBody body : located.map(found -> found.block().sections()).orElse(List.of())) {
      // Also a row that is empty, where a step is about to be.
      for (Line.Row row : body.rows()) {
        if (located.get().firstLine() + row.range().line() == line) {
          return body.section().holdsSteps()
              ? ofStep(EditedStep.of(project, path, located.get(), row), cell, text)
              : new TableCompletion(located.get().block(), body, row).of(cell, text);
        }
      }
    }
    return Result.NOTHING;
  }

  /**
   * What a cell of a step could hold that stands in no document yet.
   *
   * @param cells of the step
   */
  public static Result ofStep(Project project, List<String> cells, int cell, String text) {
    String row =
        cells.stream()
            .map(each -> each.isEmpty() ? " " : " " + Escapes.escape(each) + " ")
            .collect(Collectors.joining("|", "|", "|"));
    Project with = project.with(LOOSE, "suite loose\n\ncase loose\nsteps\n" + row + "\n");
    return at(with, LOOSE, LOOSE_LINE, cell, text);
  }

  private static Result ofStep(EditedStep step, int cell, String text) {
    return cell == 0
        ? new KeywordCompletion(step).of(text)
        : new ArgumentCompletion(step).of(cell, text);
  }

  /**
   * What a property could say.
   *
   * @param line one of its block, counted from zero
   * @param word the property's, which the block need not have yet
   * @param text what its value is by now
   */
  public static Result ofProperty(
      Project project, String path, int line, String word, String text) {
    return blockAt(project, path, line)
        .map(located -> new PropertyCompletion(project, path, located).of(Names.key(word), text))
        .orElse(Result.NOTHING);
  }

  /**
   * What a tag of a feature could be.
   *
   * @param line that of the title which the tag belongs to, counted from zero
   * @param text the tag without its sign, as far as it is typed
   */
  public static Result ofTag(Project project, String path, int line, String text) {
    return blockAt(project, path, line)
        .map(located -> new PropertyCompletion(project, path, located))
        .map(properties -> new TagCompletion(project, properties).of(text))
        .orElse(Result.NOTHING);
  }

  private static Optional<LocatedBlock> blockAt(Project project, String path, int line) {
    return project.document(path).flatMap(document -> document.document().blockAt(line));
  }
}
