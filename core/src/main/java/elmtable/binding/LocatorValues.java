package elmtable.binding;

import elmtable.browser.Locator;
import elmtable.formula.Evaluator;
import elmtable.formula.Template;
import java.util.List;

/**
 * Puts values into locators. In CSS and XPath a value is quoted as a string of that language,
 * whatever is in it.
 */
final class LocatorValues {
  private LocatorValues() {}

  static Locator fill(Locator.By by, Template locator, Evaluator evaluator) {
    StringBuilder filled = new StringBuilder();
    List<Template.Part> parts = locator.parts();
    for (int i = 0; i < parts.size(); i++) {
      switch (parts.get(i)) {
        case Template.Plain plain -> filled.append(plain.text());
        case Template.Grid grid -> {}
        case Template.Expression place -> {
          String value = evaluator.value(place.formula()).text();
          boolean quoted = dropQuotes(filled, parts, i);
          filled.append(
              switch (by) {
                case CSS -> cssString(value);
                case XPATH -> xpathString(value);
                default -> value;
              });
          if (quoted && parts.get(i + 1) instanceof Template.Plain next) {
            filled.append(next.text(), 1, next.text().length());
            i++;
          }
        }
      }
    }
    return new Locator(by, filled.toString());
  }

  /** Takes away the quote that an author wrote round a place, since the value brings its own. */
  private static boolean dropQuotes(StringBuilder before, List<Template.Part> parts, int place) {
    if (before.isEmpty()
        || place + 1 >= parts.size()
        || !(parts.get(place + 1) instanceof Template.Plain after)) {
      return false;
    }
    char quote = before.charAt(before.length() - 1);
    if ((quote != '\'' && quote != '"')
        || after.text().isEmpty()
        || after.text().charAt(0) != quote) {
      return false;
    }
    before.setLength(before.length() - 1);
    return true;
  }

  /** A CSS string (CSS Syntax Level 3, 4.3.5). */
  static String cssString(String value) {
    StringBuilder quoted = new StringBuilder("\"");
    for (int i = 0; i < value.length(); i++) {
      char c = value.charAt(i);
      if (c == '"' || c == '\\') {
        quoted.append('\\').append(c);
      } else if (c < ' ') {
        quoted.append('\\').append(Integer.toHexString(c)).append(' ');
      } else {
        quoted.append(c);
      }
    }
    return quoted.append('"').toString();
  }

  /** An XPath 1.0 string, which knows no escapes: a value with both quotes is joined of pieces. */
  static String xpathString(String value) {
    if (value.indexOf('\'') < 0) {
      return "'" + value + "'";
    }
    if (value.indexOf('"') < 0) {
      return "\"" + value + "\"";
    }
    return "concat('" + value.replace("'", "', \"'\", '") + "')";
  }
}
