package elmtable.language;

import elmtable.text.Diagnostic;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * One block of a document. It holds no place of its own: its ranges count from its first line, so
 * that a block that only moved is the same block.
 *
 * @param above comments directly above the header
 * @param header the header's line, {@code name} the part of it that is the name
 * @param lines everything under the header up to the last line that is not blank
 * @param height how many lines it takes in the document, with {@code above}
 * @param problems what is wrong with its grammar
 */
public record Block(
    BlockKind kind,
    String name,
    Range header,
    Range nameRange,
    List<Line.Comment> above,
    List<Line> lines,
    int height,
    List<Diagnostic> problems) {
  public Block {
    above = List.copyOf(above);
    lines = List.copyOf(lines);
    problems = List.copyOf(problems);
  }

  /** Notes under the header: those before the first section or row. */
  public List<Line.Note> notes() {
    List<Line.Note> notes = new ArrayList<>();
    for (Line line : lines) {
      if (line instanceof Line.SectionWord || line instanceof Line.Row) {
        break;
      }
      if (line instanceof Line.Note note) {
        notes.add(note);
      }
    }
    return notes;
  }

  public String noteText() {
    return String.join("\n", notes().stream().map(Line.Note::text).toList());
  }

  /** The block's own properties in the order written, without those of its data sections. */
  public List<Line.Property> properties() {
    List<Line.Property> properties = new ArrayList<>();
    boolean inDataHead = false;
    for (Line line : lines) {
      switch (line) {
        case Line.SectionWord word -> inDataHead = word.section() == Section.DATA;
        case Line.Row ignored -> inDataHead = false;
        case Line.Property property -> {
          if (!(inDataHead && isOfDataSection(property))) {
            properties.add(property);
          }
        }
        default -> {}
      }
    }
    return properties;
  }

  static boolean isOfDataSection(Line.Property property) {
    return property.word().equals("tags") || property.word().equals("where");
  }

  public Optional<Line.Property> property(String word) {
    return properties().stream().filter(property -> property.word().equals(word)).findFirst();
  }

  public List<Line.Property> allOf(String word) {
    return properties().stream().filter(property -> property.word().equals(word)).toList();
  }

  /** A property's value, or the empty text. */
  public String value(String word) {
    return property(word).map(Line.Property::value).orElse("");
  }

  /** A property's value divided at its commas. */
  public List<String> list(String word) {
    return Lists.divide(value(word));
  }

  public boolean isYes(String word) {
    return value(word).equalsIgnoreCase("yes");
  }

  /** The sections in the order written. */
  public List<SectionBody> sections() {
    return SectionReader.read(this);
  }

  public List<SectionBody> sections(Section section) {
    return sections().stream().filter(body -> body.section() == section).toList();
  }

  public Optional<SectionBody> section(Section section) {
    return sections().stream().filter(body -> body.section() == section).findFirst();
  }

  /** The steps of a section that holds steps, without rows that are empty. */
  public List<Step> steps(Section section) {
    return sections(section).stream()
        .flatMap(body -> body.rows().stream())
        .filter(row -> row.width() > 0)
        .map(Step::of)
        .toList();
  }
}
