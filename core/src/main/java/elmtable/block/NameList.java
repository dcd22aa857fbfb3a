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
 * @param parts as written, with where they begin in the property's value; {@code none} among them
 *     where it stands there
 */
public record NameList(Optional<Line.Property> line, List<Lists.Part> parts) {
  /** A property that the block does not have. */
  public static final NameList NONE = new NameList(Optional.empty(), List.of());

  public NameList {
    parts = List.copyOf(parts);
  }

  /** One of the names and where it stands. */
  public record Place(String name, Range range) {}

  static NameList of(Block block, String word) {
    return behind(block, word, 0);
  }

  /** A list that begins behind other words. */
  static NameList behind(Block block, String word, int start) {
    return block
        .property(word)
        .map(line -> new NameList(Optional.of(line), Lists.parts(line.value(), start)))
        .orElse(NONE);
  }

  /** Whether it is there to take away what a suite says. */
  public boolean isNone() {
    return line.filter(Property::isNone).isPresent();
  }

  public List<String> names() {
    return parts.stream().map(Lists.Part::text).toList();
  }

  /** Each name with its place, also one that stands there twice. */
  public List<Place> places() {
    return parts.stream()
        .map(part ->
            new Place(part.text(), line.orElseThrow().valueRange().part(part.start(), part.end())))
        .toList();
  }
}
