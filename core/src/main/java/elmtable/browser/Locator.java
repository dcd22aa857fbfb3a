package elmtable.browser;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** How to find an element: a way of looking, and what to look for. */
public record Locator(By by, String value) {
  /** The ways of looking. */
  public enum By {
    CSS("a CSS selector"),
    XPATH("an XPath 1.0 expression"),
    ID("its id"),
    LABEL("the text of a field's label, or its aria-label"),
    BUTTON("the text of a button"),
    LINK("the text of a link"),
    TEXT("the text of the innermost element that shows it"),
    TEST_ID("its data-testid");

    private final String note;

    By(String note) {
      this.note = note;
    }

    public String note() {
      return note;
    }

    /** As written in an elements table. */
    public String word() {
      return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    public static Optional<By> named(String word) {
      String wanted = word.strip().toLowerCase(Locale.ROOT).replace(' ', '-').replace('_', '-');
      return Arrays.stream(values()).filter(by -> by.word().equals(wanted)).findFirst();
    }

    public static List<String> words() {
      return Arrays.stream(values()).map(By::word).toList();
    }
  }

  @Override
  public String toString() {
    return by.word() + " " + value;
  }
}
