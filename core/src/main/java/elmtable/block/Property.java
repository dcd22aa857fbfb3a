package elmtable.block;

import elmtable.language.Block;
import elmtable.language.Durations;
import elmtable.language.Line;
import elmtable.language.TagExpression;
import elmtable.text.Range;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;

/**
 * A property as written, and what it means.
 *
 * @param value nothing where it is {@code none} or cannot be read
 * @param objection why it cannot be read, as the end of a sentence that begins with what is
 *     written; empty where it can
 */
public record Property<T>(Line.Property line, Optional<T> value, String objection) {
  private static final String NONE = "none";

  static <T> Optional<Property<T>> of(
      Block block, String word, Function<String, Optional<T>> reader, String objection) {
    return block
        .property(word)
        .map(line -> {
          Optional<T> value = reader.apply(line.value());
          boolean silent = value.isPresent() || line.value().isEmpty() || isNone(line);
          return new Property<>(line, value, silent ? "" : objection);
        });
  }

  static String unknown(List<String> known) {
    return "is not known; there are " + String.join(", ", known) + ".";
  }

  /** A property of free text. */
  static Optional<Property<String>> text(Block block, String word) {
    return of(block, word, Optional::of, "");
  }

  static Optional<Property<Boolean>> yesNo(Block block, String word) {
    return of(
        block,
        word,
        written ->
            switch (written.toLowerCase(Locale.ROOT)) {
              case "yes" -> Optional.of(true);
              case "no" -> Optional.of(false);
              default -> Optional.empty();
            },
        "is neither yes nor no.");
  }

  static Optional<Property<Duration>> duration(Block block, String word) {
    return of(block, word, Durations::read, "is not a duration; write it as 500ms, 30s, 5m or 2h.");
  }

  static Optional<Property<Integer>> count(Block block, String word, int least, int most) {
    return of(
        block,
        word,
        written ->
            Optional.of(written)
                .filter(digits -> digits.matches("\\d{1,9}"))
                .map(Integer::valueOf)
                .filter(number -> number >= least && number <= most),
        "is not a whole number from " + least + " to " + most + ".");
  }

  static Optional<Property<TagExpression>> tags(Block block, String word) {
    return block
        .property(word)
        .map(line -> {
          try {
            return new Property<>(line, Optional.of(TagExpression.read(line.value())), "");
          } catch (TagExpression.UnreadableException unreadable) {
            return new Property<>(
                line, Optional.empty(), "cannot be read: " + unreadable.getMessage());
          }
        });
  }

  /** Whether it takes away what a suite says. */
  public boolean isNone() {
    return isNone(line);
  }

  static boolean isNone(Line.Property line) {
    return line.value().equalsIgnoreCase(NONE);
  }

  public String written() {
    return line.value();
  }

  /** Where the value stands. */
  public Range range() {
    return line.valueRange();
  }
}
