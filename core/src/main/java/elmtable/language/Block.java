package elmtable.language;

import elmtable.text.Diagnostic;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * One block of a document. It holds no place of its own: its ranges count from its first line, so
 * that a block that only moved is the same block.
 */
public final class Block {
  /**
   * The data set that fills an example group of a scenario; the table language has no such word.
   */
  public static final String DATA_OF_SECTION = "examples of";

  private final BlockKind kind;
  private final String name;
  private final Range header;
  private final Range nameRange;
  private final List<Line.Comment> above;
  private final List<Line> lines;
  private final int lineCount;
  private final List<Diagnostic> problems;
  private final BlockParts parts;

  Block(
      BlockKind kind,
      String name,
      Range header,
      Range nameRange,
      List<Line.Comment> above,
      List<Line> lines,
      int lineCount,
      List<Diagnostic> problems) {
    this.kind = kind;
    this.name = name;
    this.header = header;
    this.nameRange = nameRange;
    this.above = List.copyOf(above);
    this.lines = List.copyOf(lines);
    this.lineCount = lineCount;
    this.problems = List.copyOf(problems);
    this.parts = new BlockParts(kind, this.lines);
  }

  /** A block that was read from another notation than the table language. */
  public static Block read(
      BlockKind kind, String name, Range header, Range nameRange, List<Line> lines, int lineCount) {
    return new Block(kind, name, header, nameRange, List.of(), lines, lineCount, List.of());
  }

  public BlockKind kind() {
    return kind;
  }

  public String name() {
    return name;
  }

  /** The header's line. */
  public Range header() {
    return header;
  }

  /** The part of the header that is the name. */
  public Range nameRange() {
    return nameRange;
  }

  /** Comments directly above the header. */
  public List<Line.Comment> above() {
    return above;
  }

  /** Everything under the header up to the last line that is not blank. */
  public List<Line> lines() {
    return lines;
  }

  /** How many lines it takes in the document, with those above the header. */
  public int lineCount() {
    return lineCount;
  }

  /** What is wrong with its grammar. */
  public List<Diagnostic> problems() {
    return problems;
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
    return parts.properties();
  }

  static boolean isOfDataSection(Line.Property property) {
    return property.word().equals("tags")
        || property.word().equals("where")
        || property.word().equals(DATA_OF_SECTION);
  }

  public Optional<Line.Property> property(String word) {
    // A loop, as this is asked very often.
    for (Line.Property property : properties()) {
      if (property.word().equals(word)) {
        return Optional.of(property);
      }
    }
    return Optional.empty();
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
    return Lists.split(value(word));
  }

  /** The sections in the order written. */
  public List<SectionBody> sections() {
    return parts.sections();
  }

  public List<SectionBody> sections(Section section) {
    return sections().stream().filter(body -> body.section() == section).toList();
  }

  public Optional<SectionBody> section(Section section) {
    return sections().stream().filter(body -> body.section() == section).findFirst();
  }

  /** The steps of a section that holds steps, without rows that are empty. */
  public List<Step> steps(Section section) {
    return parts.steps(section);
  }

  /** The same without those that are switched off. */
  public List<Step> activeSteps(Section section) {
    return parts.activeSteps(section);
  }

  /** Whether it is a scenario of a Gherkin feature, whose steps are sentences. */
  public boolean isScenario() {
    return kind == BlockKind.CASE && parts.hasSentences();
  }

  /** Two blocks are equal when they read the same from the same lines of their own. */
  @Override
  public boolean equals(Object other) {
    return this == other
        || (other instanceof Block block
            && kind == block.kind
            && name.equals(block.name)
            && lineCount == block.lineCount
            && above.equals(block.above)
            && lines.equals(block.lines));
  }

  @Override
  public int hashCode() {
    return Objects.hash(kind, name, lineCount);
  }
}
