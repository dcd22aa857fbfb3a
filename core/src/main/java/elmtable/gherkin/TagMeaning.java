package elmtable.gherkin;

import elmtable.language.Block;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a tag means: {@code @fixture(name)}, {@code @browser(name)}, {@code @data(name)}, {@code
 * @key(column)} and {@code @draft} are properties, every other one is a tag.
 *
 * @param property of a suite or case
 */
record TagMeaning(String property, String value) {
  private static final Pattern WITH_NAME = Pattern.compile("@(fixture|browser|data|key)\\((.+)\\)");
  private static final Pattern WITHOUT_NAME =
      Pattern.compile("@(fixture|browser|data|key)(\\(\\s*\\))?");
  private static final String TAGS = "tags";
  private static final String DATA = "data";

  static TagMeaning of(String tag) {
    if (tag.equals("@draft")) {
      return new TagMeaning("draft", "yes");
    }
    Matcher matcher = WITH_NAME.matcher(tag);
    if (!matcher.matches()) {
      return new TagMeaning(TAGS, tag.substring(1));
    }
    String property =
        switch (matcher.group(1)) {
          case "fixture" -> "fixtures";
          case "browser" -> "browsers";
          default -> matcher.group(1);
        };
    return new TagMeaning(property, matcher.group(2));
  }

  boolean isData() {
    return property.equals(DATA);
  }

  /** Whether what an outer level says holds as well. */
  boolean addsUp() {
    return property.equals(TAGS) || property.equals("fixtures");
  }

  /** Whether it says how a whole case is run, and not only what its rows are. */
  boolean isOfCase() {
    return !isData() && !property.equals(TAGS);
  }

  /** What is wrong with a tag that has a meaning but not the name that it needs. */
  static Optional<String> incomplete(String tag) {
    Matcher matcher = WITHOUT_NAME.matcher(tag);
    return matcher.matches()
        ? Optional.of(
            "“"
                + tag
                + "” names nothing, so it is an ordinary tag; write @"
                + matcher.group(1)
                + "(name).")
        : Optional.empty();
  }

  String propertyOfExamples() {
    return isData() ? Block.DATA_OF_SECTION : property;
  }
}
