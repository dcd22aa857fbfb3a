package elmtable.language;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * A block's lines by what they belong to. Each view is made when it is first asked for and then
 * kept, since a block outlives many snapshots of its project.
 */
final class BlockParts {
  private final BlockKind kind;
  private final List<Line> lines;
  private volatile List<Line.Property> properties;
  private volatile List<SectionBody> sections;
  private volatile Map<Section, List<Step>> steps;
  private volatile Boolean sentences;

  BlockParts(BlockKind kind, List<Line> lines) {
    this.kind = kind;
    this.lines = lines;
  }

  List<Line.Property> properties() {
    List<Line.Property> known = properties;
    if (known == null) {
      known = List.copyOf(readProperties());
      properties = known;
    }
    return known;
  }

  boolean hasSentences() {
    Boolean known = sentences;
    if (known == null) {
      known = lines.stream().anyMatch(line -> line instanceof Line.Sentence);
      sentences = known;
    }
    return known;
  }

  private List<Line.Property> readProperties() {
    List<Line.Property> found = new ArrayList<>();
    boolean inDataHead = false;
    for (Line line : lines) {
      switch (line) {
        case Line.SectionWord word -> inDataHead = word.section() == Section.DATA;
        case Line.Row ignored -> inDataHead = false;
        case Line.Property property -> {
          if (!(inDataHead && Block.isOfDataSection(property))) {
            found.add(property);
          }
        }
        default -> {}
      }
    }
    return found;
  }

  List<SectionBody> sections() {
    List<SectionBody> known = sections;
    if (known == null) {
      known = List.copyOf(SectionReader.read(kind, lines));
      sections = known;
    }
    return known;
  }

  List<Step> steps(Section section) {
    Map<Section, List<Step>> known = steps;
    if (known == null) {
      known = new EnumMap<>(Section.class);
      for (Section each : Section.values()) {
        if (each.holdsSteps()) {
          known.put(each, readSteps(each));
        }
      }
      steps = known;
    }
    return known.getOrDefault(section, List.of());
  }

  List<Step> activeSteps(Section section) {
    List<Step> all = steps(section);
    return all.stream().noneMatch(Step::isOff)
        ? all
        : all.stream().filter(step -> !step.isOff()).toList();
  }

  private List<Step> readSteps(Section section) {
    return sections().stream()
        .filter(body -> body.section() == section)
        .flatMap(body ->
            Stream.concat(
                body.rows().stream().filter(row -> row.width() > 0).map(Step::of),
                body.sentences().stream().map(Step::of)))
        .toList();
  }
}
