package elmtable.gherkin;

import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * The words of Gherkin in one spoken language.
 *
 * @param titles the words that stand before a colon, by what they open
 * @param steps the words that open a step, with the blank where one follows; the longest first
 */
record Dialect(String code, Map<Opening, List<String>> titles, List<String> steps) {
  /** What a line with a title opens. */
  enum Opening {
    FEATURE,
    BACKGROUND,
    RULE,
    SCENARIO,
    OUTLINE,
    EXAMPLES
  }

  private static final Map<String, Dialect> ALL = readAll();

  static Dialect english() {
    return ALL.get("en");
  }

  static Optional<Dialect> of(String code) {
    return Optional.ofNullable(ALL.get(code));
  }

  static List<String> codes() {
    return ALL.keySet().stream().sorted().toList();
  }

  private static Map<String, Dialect> readAll() {
    try (InputStream json = Dialect.class.getResourceAsStream("dialects.json")) {
      Map<String, Map<String, List<String>>> read =
          new ObjectMapper().readValue(json, new TypeReference<>() {});
      Map<String, Dialect> dialects = new HashMap<>();
      read.forEach((code, words) -> dialects.put(code, dialect(code, words)));
      return Map.copyOf(dialects);
    } catch (IOException broken) {
      throw new UncheckedIOException(broken);
    }
  }

  private static Dialect dialect(String code, Map<String, List<String>> words) {
    Map<Opening, List<String>> titles = new EnumMap<>(Opening.class);
    for (Opening opening : Opening.values()) {
      titles.put(opening, words.get(opening.name().toLowerCase(Locale.ROOT)));
    }
    List<String> steps = new ArrayList<>(words.get("steps"));
    steps.add("* ");
    // A word may begin another: the longer one is meant where it fits.
    steps.sort(Comparator.comparingInt(String::length).reversed());
    return new Dialect(code, titles, List.copyOf(steps));
  }
}
