package elmtable.block;

import elmtable.language.Block;
import elmtable.language.Line;
import elmtable.language.Lists;
import elmtable.text.Range;
import java.util.List;
import java.util.Optional;

/**
 * A property that lists names.
 *
 * @param line nothing where the block does not have it
 * @param start where the list begins in the property's value
 * @param names as written; {@code none} among them where it stands there
 */
public record NameList(Optional<Line.Property> line, int start, List<String> names) {
  /** A property that the block does not have. */
  public static final NameList NONE = new NameList(Optional.empty(), 0, List.of());

  public NameList {
    names = List.copyOf(names);
  }

  static NameList of(Block block, String word) {
    return behind(block, word, 0);
  }

  /** A list that begins behind other words. */
  static NameList behind(Block block, String word, int start) {
    Optional<Line.Property> line = block.property(word);
    return line.isEmpty()
        ? NONE
        : new NameList(line, start, Lists.split(line.get().value().substring(start)));
  }

  /** Whether it is there to take away what a suite says. */
  public boolean isNone() {
    return line.filter(Property::isNone).isPresent();
  }

  /** Where one of the names stands. */
  public Range range(String name) {
    Line.Property property = line.orElseThrow();
    return Lists.parts(property.value().substring(start)).stream()
        .filter(part -> part.text().equals(name))
        .findFirst()
        .map(part -> property.valueRange().part(start + part.start(), start + part.end()))
        .orElse(property.valueRange());
  }
}
