package elmtable.binding;

import elmtable.browser.Locator;
import elmtable.formula.Evaluator;
import elmtable.formula.FormulaException;
import elmtable.formula.Template;
import elmtable.formula.Values;
import java.util.List;
import java.util.regex.Pattern;

/**
 * Puts values into locators. In CSS and XPath a value is quoted as a string of that language,
 * whatever is in it; where the language counts it stays a number.
 */
final class LocatorValues {
  private static final Pattern WHOLE_PREDICATE = Pattern.compile("\\[\\s*$");
  private static final Pattern NUMBER_BEFORE =
      Pattern.compile(
          "((position|last|count|number|string-length|sum)\\([^)]*\\)\\s*(!?=)|[<>]=?|[)\\]\\d]\\s+[+*-]"
              + "|\\s(mod|div))\\s*$");
  private static final Pattern COUNT_BEFORE =
      Pattern.compile(":nth-[a-z-]+\\(\\s*$", Pattern.CASE_INSENSITIVE);

  /** What makes a number of a place stands close before it. */
  private static final int CLOSE = 1_000;

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
          if (counts(by, close(filled), following(parts, i))) {
            filled.append(number(value));
            continue;
          }
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

  private static CharSequence close(StringBuilder before) {
    return before.substring(Math.max(0, before.length() - CLOSE));
  }

  private static String following(List<Template.Part> parts, int place) {
    return place + 1 < parts.size() && parts.get(place + 1) instanceof Template.Plain plain
        ? plain.text()
        : "";
  }

  /**
   * Whether a place stands where the language wants a number: as a whole predicate, beside what is
   * a number in XPath, in arithmetic, or where a selector counts.
   */
  private static boolean counts(Locator.By by, CharSequence before, String after) {
    return switch (by) {
      case XPATH -> {
        boolean predicate =
            WHOLE_PREDICATE.matcher(before).find() && after.stripLeading().startsWith("]");
        yield predicate || NUMBER_BEFORE.matcher(before).find();
      }
      case CSS -> COUNT_BEFORE.matcher(before).find();
      default -> false;
    };
  }

  private static String number(String value) {
    return Values.number(value)
        .orElseThrow(() ->
            new FormulaException(
                "The locator counts here, so a number is needed and not “" + value + "”."))
        .toPlainString();
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
