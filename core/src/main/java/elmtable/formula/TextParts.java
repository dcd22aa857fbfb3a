package elmtable.formula;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;

/** Takes pieces out of texts; each throws {@link FormulaException} where the piece is not there. */
final class TextParts {
  private TextParts() {}

  static String part(String text, String pattern, int group) {
    Matcher matcher = compiled(pattern).matcher(text);
    if (group > matcher.groupCount()) {
      throw new FormulaException(
          "“" + pattern + "” has no group " + group + "; groups stand in parentheses.");
    }
    if (!matcher.find()) {
      throw new FormulaException(
          "No part of “" + shortened(text) + "” fits the pattern “" + pattern + "”.");
    }
    String found = matcher.group(group);
    if (found == null) {
      throw new FormulaException(
          "The group " + group + " of “" + pattern + "” has no part in “" + shortened(text) + "”.");
    }
    return found;
  }

  static String before(String text, String mark) {
    return text.substring(0, place(text, mark));
  }

  static String after(String text, String mark) {
    return text.substring(place(text, mark) + mark.length());
  }

  private static int place(String text, String mark) {
    int at = text.indexOf(mark);
    if (at < 0) {
      throw new FormulaException("“" + mark + "” is not in “" + shortened(text) + "”.");
    }
    return at;
  }

  /** Throws {@link FormulaException} where it is no pattern. */
  static Pattern compiled(String pattern) {
    try {
      return Pattern.compile(pattern);
    } catch (PatternSyntaxException broken) {
      throw new FormulaException(
          "“" + pattern + "” is not a pattern: " + broken.getDescription() + ".");
    }
  }

  private static String shortened(String text) {
    return text.length() <= 100 ? text : text.substring(0, 100) + "…";
  }
}
