package elmtable.language;

import elmtable.text.Range;
import java.util.List;
import java.util.Optional;

/**
 * A section with what stands under it.
 *
 * @param word its word's line, or nothing where rows stand in the main section without it
 * @param properties those between the word of a {@code data} section and its first row, which are
 *     its own
 * @param sentences its steps, where it is of a Gherkin scenario
 */
public record SectionBody(
    Section section,
    Optional<Line.SectionWord> word,
    List<Line.Note> notes,
    List<Line.Property> properties,
    List<Line.Row> rows,
    List<Line.Sentence> sentences) {
  public SectionBody {
    notes = List.copyOf(notes);
    properties = List.copyOf(properties);
    rows = List.copyOf(rows);
    sentences = List.copyOf(sentences);
  }

  /** The row of column names, for sections other than steps. */
  public Optional<Line.Row> head() {
    return section.holdsSteps() || rows.isEmpty() ? Optional.empty() : Optional.of(rows.get(0));
  }

  /** The rows without the one of column names. */
  public List<Line.Row> body() {
    return section.holdsSteps() || rows.isEmpty() ? rows : rows.subList(1, rows.size());
  }

  public Range range() {
    return word.map(Line.SectionWord::range).orElseGet(() -> rows.get(0).range());
  }
}
