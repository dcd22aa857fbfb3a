package elmtable.language;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Gathers a block's lines into its sections. */
final class SectionReader {
  private final BlockKind kind;
  private final List<SectionBody> sections = new ArrayList<>();
  private Section section;
  private Line.SectionWord word;
  private final List<Line.Note> notes = new ArrayList<>();
  private final List<Line.Property> properties = new ArrayList<>();
  private final List<Line.Row> rows = new ArrayList<>();
  private final List<Line.Sentence> sentences = new ArrayList<>();

  private SectionReader(BlockKind kind) {
    this.kind = kind;
  }

  static List<SectionBody> read(BlockKind kind, List<Line> lines) {
    return new SectionReader(kind).read(lines);
  }

  private List<SectionBody> read(List<Line> lines) {
    for (Line line : lines) {
      switch (line) {
        case Line.SectionWord next -> {
          end();
          word = next;
          section = next.section();
        }
        case Line.Row row -> {
          if (section == null) {
            section = kind.main().orElse(null);
          }
          rows.add(row);
        }
        case Line.Sentence sentence -> sentences.add(sentence);
        case Line.Note note when section != null -> notes.add(note);
        case Line.Property property
            when word != null && rows.isEmpty() && section == Section.DATA -> {
          if (Block.isOfDataSection(property)) {
            properties.add(property);
          }
        }
        default -> {}
      }
    }
    end();
    return sections;
  }

  private void end() {
    if (section != null) {
      sections.add(
          new SectionBody(section, Optional.ofNullable(word), notes, properties, rows, sentences));
    }
    section = null;
    word = null;
    notes.clear();
    properties.clear();
    rows.clear();
    sentences.clear();
  }
}
