package elmtable.block;

import elmtable.language.Block;
import elmtable.language.Line;
import elmtable.language.Lists;
import elmtable.text.Names;
import elmtable.text.Range;
import java.util.List;
import java.util.Optional;

/**
 * A property that asks for fixtures, by names whose places are filled in.
 *
 * @param line nothing where the block does not have it
 */
public record FixtureList(Optional<Line.Property> line, List<Use> uses) {
  private static final String KEEP = "=>";
  private static final FixtureList NONE = new FixtureList(Optional.empty(), List.of());

  public FixtureList {
    uses = List.copyOf(uses);
  }

  /**
   * One fixture as it is asked for: {@code signed in as <buyer> => buyer}.
   *
   * @param name with its places filled in, perhaps by references
   * @param alias the name of this filling, or the empty text
   * @param start where the name begins in the property's value
   */
  public record Use(String name, String alias, int start) {
    private static Use of(Lists.Part part, boolean ofTag) {
      int keep = part.text().lastIndexOf(KEEP);
      String name = keep < 0 ? part.text() : part.text().substring(0, keep).strip();
      String alias = keep < 0 ? "" : part.text().substring(keep + KEEP.length()).strip();
      return new Use(ofTag ? name.replace('_', ' ') : name, alias, part.start());
    }

    /** The same for two uses that mean one filling under one name. */
    public String key() {
      return Names.key(name) + "\n" + Names.key(alias);
    }
  }

  static FixtureList of(Block block, String word) {
    Optional<Line.Property> line = block.property(word);
    return line.map(written -> of(written, block.isScenario())).orElse(NONE);
  }

  /**
   * @param ofTag whether it is written as a tag of Gherkin, which has no blanks; what stands for
   *     one in a name is an underscore
   */
  public static FixtureList of(Line.Property line, boolean ofTag) {
    return new FixtureList(
        Optional.of(line),
        Lists.outerParts(line.value()).stream().map(part -> Use.of(part, ofTag)).toList());
  }

  /** Whether it is there to take away what a suite says. */
  public boolean isNone() {
    return line.filter(Property::isNone).isPresent();
  }

  /** Where a use's name stands. */
  public Range range(Use use) {
    Range value = line.orElseThrow().valueRange();
    return value.part(use.start(), use.start() + use.name().length());
  }
}
