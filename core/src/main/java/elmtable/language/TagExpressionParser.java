package elmtable.language;

import elmtable.text.Names;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads tag expressions by recursive descent: or, then and, then not. */
final class TagExpressionParser {
  /** Expressions are worked out by as many calls within calls as they have words. */
  private static final int MOST_WORDS = 500;

  private static final int MOST_SHOWN = 200;

  private static final Pattern TOKEN = Pattern.compile("[()]|[^()\\s]+");

  private final String text;
  private final List<String> tokens = new ArrayList<>();
  private int at;

  TagExpressionParser(String text) {
    this.text = text;
    Matcher matcher = TOKEN.matcher(text);
    while (matcher.find()) {
      tokens.add(matcher.group());
    }
  }

  TagExpression whole() {
    if (tokens.size() > MOST_WORDS) {
      throw wrong("it has more than " + MOST_WORDS + " words");
    }
    TagExpression expression = or();
    if (at < tokens.size()) {
      throw wrong("“" + tokens.get(at) + "” does not belong there; join tags by and, or, not");
    }
    return expression;
  }

  private TagExpression or() {
    TagExpression left = and();
    while (word("or")) {
      TagExpression first = left;
      TagExpression second = and();
      left = tags -> first.holds(tags) || second.holds(tags);
    }
    return left;
  }

  private TagExpression and() {
    TagExpression left = not();
    while (word("and")) {
      TagExpression first = left;
      TagExpression second = not();
      left = tags -> first.holds(tags) && second.holds(tags);
    }
    return left;
  }

  private TagExpression not() {
    if (word("not")) {
      TagExpression of = not();
      return tags -> !of.holds(tags);
    }
    if (at == tokens.size()) {
      throw wrong("a tag is missing at its end");
    }
    String token = tokens.get(at++);
    if (token.equals("(")) {
      TagExpression inner = or();
      if (at == tokens.size() || !tokens.get(at++).equals(")")) {
        throw wrong("a parenthesis does not close");
      }
      return inner;
    }
    String lower = token.toLowerCase(Locale.ROOT);
    if (token.equals(")") || lower.equals("and") || lower.equals("or")) {
      throw wrong("a tag is missing before “" + token + "”");
    }
    String key =
        Names.key(token.startsWith("@") || token.startsWith("#") ? token.substring(1) : token);
    return tags -> tags.contains(key);
  }

  private boolean word(String word) {
    if (at < tokens.size() && tokens.get(at).equalsIgnoreCase(word)) {
      at++;
      return true;
    }
    return false;
  }

  private TagExpression.UnreadableException wrong(String reason) {
    return new TagExpression.UnreadableException(
        "The tag expression “" + shown() + "” cannot be read: " + reason + ".");
  }

  private String shown() {
    return text.length() > MOST_SHOWN ? text.substring(0, MOST_SHOWN) + " …" : text;
  }
}
