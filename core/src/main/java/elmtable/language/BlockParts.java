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
  private volatile Map<Section, Steps> steps;
  private volatile Boolean sentences;

  /** The steps of a section, and those that are not switched off. */
  private record Steps(List<Step> all, List<Step> active) {
    static final Steps NONE = new Steps(List.of(), List.of());

    static Steps of(List<Step> all) {
      boolean anyOff = all.stream().anyMatch(Step::isOff);
      return new Steps(all, anyOff ? all.stream().filter(step -> !step.isOff()).toList() : all);
    }
  }

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
    return stepsOf(section).all();
  }

  List<Step> activeSteps(Section section) {
    return stepsOf(section).active();
  }

  private Steps stepsOf(Section section) {
    Map<Section, Steps> known = steps;
    if (known == null) {
      known = new EnumMap<>(Section.class);
      for (Section each : Section.values()) {
        if (each.holdsSteps()) {
          known.put(each, Steps.of(readSteps(each)));
        }
      }
      steps = known;
    }
    return known.getOrDefault(section, Steps.NONE);
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
