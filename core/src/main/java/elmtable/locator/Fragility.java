package elmtable.locator;

import elmtable.browser.Locator;
import java.util.Optional;
import java.util.regex.Pattern;

/** Tells why a locator will break by itself, before it does. */
public final class Fragility {
  private static final Pattern COUNTS_IN_XPATH =
      Pattern.compile("\\[\\s*(\\d+|last\\(\\)|position\\(\\).*)\\s*]");
  private static final Pattern COUNTS_IN_CSS =
      Pattern.compile(":(nth-|first-child|last-child|first-of-type|last-of-type)");
  private static final Pattern MADE_UP = Pattern.compile("\\d{3,}|[0-9a-f]{8,}");
  private static final int DEEP = 4;

  private Fragility() {}

  /** The reason in a few words; nothing for a locator that may last. */
  public static Optional<String> of(Locator locator) {
    String value = locator.value();
    return switch (locator.by()) {
      case XPATH -> xpath(value);
      case CSS -> css(value);
      case ID, TEST_ID ->
          MADE_UP.matcher(value).find()
              ? Optional.of("looks made up by a program")
              : Optional.empty();
      case LABEL, BUTTON, LINK, TEXT -> Optional.empty();
    };
  }

  private static Optional<String> xpath(String value) {
    if (COUNTS_IN_XPATH.matcher(value).find()) {
      return Optional.of("counts places");
    }
    boolean whole = value.startsWith("/") && !value.startsWith("//");
    return whole || value.split("/").length > DEEP + 2
        ? Optional.of("goes through many elements")
        : Optional.empty();
  }

  private static Optional<String> css(String value) {
    if (COUNTS_IN_CSS.matcher(value).find()) {
      return Optional.of("counts places");
    }
    if (MADE_UP.matcher(value).find()) {
      return Optional.of("has a part that looks made up by a program");
    }
    return value.strip().split("\\s*[> ]\\s*").length > DEEP
        ? Optional.of("goes through many elements")
        : Optional.empty();
  }
}
