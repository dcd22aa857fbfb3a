package elmtable.completion;

import elmtable.browser.Locator;
import elmtable.completion.Completion.Offer;
import elmtable.completion.Completion.Result;
import elmtable.formula.Kind;
import elmtable.language.Block;
import elmtable.language.Cell;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.language.SectionTable;
import elmtable.text.Names;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Values for a cell under a column's name, where the column has its own words. */
final class TableCompletion {
  private final Block block;
  private final SectionBody section;
  private final Line.Row row;

  TableCompletion(Block block, SectionBody section, Line.Row row) {
    this.block = block;
    this.section = section;
    this.row = row;
  }

  Result of(int cell, String text) {
    List<Cell> columns = section.head().map(Line.Row::cells).orElse(List.of());
    if (cell >= columns.size() || section.head().filter(row::equals).isPresent()) {
      return Result.NOTHING;
    }
    String column = Names.key(columns.get(cell).name());
    return Result.beginningFirst(Offer.CHOICE, text, words(column, text));
  }

  private Stream<Suggestion> words(String column, String text) {
    return switch (section.section()) {
      case ELEMENTS -> elementWords(column, text);
      case TAKES, GIVES -> column.equals("kind") ? kinds(text) : defaults(column, text);
      case VALUES ->
          column.equals("kind")
              ? Stream.of(value("secret", text, "masked wherever it is shown"))
              : Stream.empty();
      default -> Stream.empty();
    };
  }

  private Stream<Suggestion> elementWords(String column, String text) {
    return switch (column) {
      case "by" -> Arrays.stream(Locator.By.values()).map(by -> value(by.word(), text, by.note()));
      case "in" ->
          block.section(Section.ELEMENTS).map(SectionTable::of).stream()
              .flatMap(table -> table.rows().stream())
              .filter(other -> !other.row().equals(row))
              .map(other -> other.text("element"))
              .filter(name -> !name.isEmpty())
              .map(name -> value(name, text, "a frame or shadow host of this page"));
      default -> Stream.empty();
    };
  }

  private static Stream<Suggestion> kinds(String text) {
    return Kind.words().stream()
        .map(word -> word.equals("choice") ? "choice " : word)
        .map(word ->
            value(word, text, word.endsWith(" ") ? "one of words with commas between" : ""));
  }

  /** What a parameter can be where nothing is given, if its kind says what there is. */
  private Stream<Suggestion> defaults(String column, String text) {
    Optional<Kind> kind =
        SectionTable.of(section).rows().stream()
            .filter(other -> other.row().equals(row))
            .findFirst()
            .flatMap(found -> Kind.read(found.source("kind")));
    if (!column.equals("default") || kind.isEmpty()) {
      return Stream.empty();
    }
    return switch (kind.get().type()) {
      case CHOICE -> kind.get().choices().stream().map(choice -> value(choice, text, ""));
      case YES_NO -> Stream.of("yes", "no").map(word -> value(word, text, ""));
      default -> Stream.empty();
    };
  }

  private static Suggestion value(String word, String text, String note) {
    return Suggestion.value(word, word.strip(), text, "", note);
  }
}
