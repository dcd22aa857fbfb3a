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
 * @param names as written; {@code none} among them where it stands there
 */
public record NameList(Optional<Line.Property> line, List<String> names) {
  public NameList {
    names = List.copyOf(names);
  }

  static NameList of(Block block, String word) {
    Optional<Line.Property> line = block.property(word);
    return new NameList(line, line.map(l -> Lists.split(l.value())).orElse(List.of()));
  }

  /** Whether it is there to take away what a suite says. */
  public boolean isNone() {
    return line.filter(Property::isNone).isPresent();
  }

  /** Where one of the names stands. */
  public Range range(String name) {
    Line.Property property = line.orElseThrow();
    return Lists.parts(property.value()).stream()
        .filter(part -> part.text().equals(name))
        .findFirst()
        .map(part -> property.valueRange().part(part.start(), part.end()))
        .orElse(property.valueRange());
  }
}
