package elmtable.language;

import static elmtable.language.Section.DATA;
import static elmtable.language.Section.ELEMENTS;
import static elmtable.language.Section.GIVES;
import static elmtable.language.Section.ROWS;
import static elmtable.language.Section.SET_UP;
import static elmtable.language.Section.STEPS;
import static elmtable.language.Section.TAKES;
import static elmtable.language.Section.TEAR_DOWN;
import static elmtable.language.Section.VALUES;

import elmtable.text.Names;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * The kinds of blocks: which properties and sections each has, and the section of rows that stand
 * under none.
 */
public enum BlockKind {
  SUITE(
      "tags, fixtures, data, where, key, pages, independent, isolation, within, timeout, tries, browsers",
      null,
      VALUES,
      SET_UP,
      TEAR_DOWN),
  CASE(
      "tags, fixtures, data, where, key, kinds, pages, after, run, draft, isolation, keep session, scenario, "
          + "within, timeout, tries, browsers",
      STEPS,
      DATA,
      SET_UP,
      STEPS,
      TEAR_DOWN),
  KEYWORD("phrase, tags, group, pages, draft", STEPS, TAKES, GIVES, STEPS),
  PAGE("path", ELEMENTS, ELEMENTS),
  DATA_SET(
      "from, sheet, range, at, encoding, separator, header, query, database, combine, limits of, kinds, where, "
          + "sort by, distinct, first, sample, columns, key",
      ROWS,
      ROWS),
  FIXTURE(
      "scope, needs, keep session, check, timeout, tries, pages",
      null,
      TAKES,
      GIVES,
      SET_UP,
      TEAR_DOWN),
  HOOK("only", STEPS, STEPS),
  ENVIRONMENT("like, within", VALUES, VALUES),
  BROWSER(
      "kind, window, language, headless, isolation, wipe, pace, address, limit, capabilities, time zone, "
          + "position, colour scheme, user agent, offline, downloads, certificates, arguments",
      null),
  PLAN(
      "suites, tags, environments, browsers, workers, seed, tries, stop after, pictures, within, timeout, at, "
          + "every, mail to",
      null);

  private static final Map<String, BlockKind> BY_WORD =
      Arrays.stream(values()).collect(Collectors.toMap(BlockKind::word, Function.identity()));

  private final List<String> properties;
  private final Section main;
  private final List<Section> sections;

  BlockKind(String properties, Section main, Section... sections) {
    this.properties = List.of(properties.split(", "));
    this.main = main;
    this.sections = List.of(sections);
  }

  /** The word that opens such a block. */
  public String word() {
    return this == DATA_SET ? "data" : name().toLowerCase(Locale.ROOT);
  }

  /** How such a block is called in a message. */
  public String noun() {
    return this == DATA_SET ? "data set" : word();
  }

  public List<String> properties() {
    return properties;
  }

  public List<Section> sections() {
    return sections;
  }

  /** Where rows go that stand under no section's word. */
  public Optional<Section> main() {
    return Optional.ofNullable(main);
  }

  boolean mayRepeat(String property) {
    return (this == KEYWORD && property.equals("phrase"))
        || (this == DATA_SET && property.equals("limits of"));
  }

  static Optional<BlockKind> of(String word) {
    return Optional.ofNullable(BY_WORD.get(word.toLowerCase(Locale.ROOT)));
  }

  static List<String> words() {
    return Arrays.stream(values()).map(BlockKind::word).toList();
  }

  /** The property's name as printed, where this kind has it. */
  Optional<String> propertyNamed(String written) {
    String key = Names.key(written);
    return properties.stream().filter(property -> property.equals(key)).findFirst();
  }
}
