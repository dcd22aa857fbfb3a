package elmtable.gherkin;

import elmtable.language.Block;
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

  boolean fitsExamples() {
    return isData() || property.equals(TAGS);
  }

  String propertyOfExamples() {
    return isData() ? Block.DATA_OF_SECTION : property;
  }
}
