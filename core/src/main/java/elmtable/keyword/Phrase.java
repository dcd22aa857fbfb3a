package elmtable.keyword;

import elmtable.text.Names;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A sentence pattern, read: words and placeholders. A phrase with {@code [optional words]} reads as
 * several, one with and one without each.
 */
final class Phrase {
  /** The most optional parts; each doubles the number of sentences that a phrase stands for. */
  private static final int MOST_OPTIONAL = 8;

  /** A part between blanks. */
  sealed interface Part {}

  /** A literal word in lower case. */
  record Literal(String folded) implements Part {}

  /** A placeholder with literal characters that touch it. */
  record Slot(String parameter, String prefix, String suffix) implements Part {}

  private Phrase() {}

  /** The ways to say a phrase, each a list of parts. */
  static List<List<Part>> ways(String phrase) {
    List<List<Part>> ways = new ArrayList<>();
    for (String way : withAndWithout(phrase, 0)) {
      List<Part> parts = parts(way);
      if (!parts.isEmpty() && !ways.contains(parts)) {
        ways.add(parts);
      }
    }
    return ways;
  }

  /** The parameters that a phrase has placeholders for, in order. */
  static List<String> placeholders(String phrase) {
    return parts(phrase.replace("[", "").replace("]", "")).stream()
        .filter(Slot.class::isInstance)
        .map(part -> ((Slot) part).parameter())
        .toList();
  }

  /** Why a phrase makes no sense, as the end of a sentence that begins with it, or nothing. */
  static Optional<String> objection(String phrase) {
    int optional = 0;
    int closed = 0;
    for (int open = unescaped(phrase, '[', 0); open >= 0; open = unescaped(phrase, '[', closed)) {
      int close = unescaped(phrase, ']', open);
      if (close < 0) {
        return Optional.of("has a bracket that never closes; \\[ is the plain sign.");
      }
      closed = close + 1;
      optional++;
    }
    if (unescaped(phrase, ']', closed) >= 0) {
      return Optional.of("has a bracket that never opens; \\] is the plain sign.");
    }
    if (optional > MOST_OPTIONAL) {
      return Optional.of("has more than " + MOST_OPTIONAL + " optional parts; write two phrases.");
    }
    Set<String> places = new HashSet<>();
    for (String place : placeholders(phrase)) {
      if (!places.add(Names.key(place))) {
        return Optional.of("has the place <" + place + "> twice; each parameter has one.");
      }
    }
    return withAndWithout(phrase, 0).stream().anyMatch(way -> parts(way).isEmpty())
        ? Optional.of("has nothing but optional words; say at least one that is always there.")
        : Optional.empty();
  }

  private static List<String> withAndWithout(String phrase, int depth) {
    int open = unescaped(phrase, '[', 0);
    int close = open < 0 ? -1 : unescaped(phrase, ']', open);
    if (close < 0 || depth == MOST_OPTIONAL) {
      return List.of(phrase);
    }
    List<String> all = new ArrayList<>();
    String before = phrase.substring(0, open);
    for (String rest : withAndWithout(phrase.substring(close + 1), depth + 1)) {
      all.add(before + phrase.substring(open + 1, close) + rest);
      all.add(before + rest);
    }
    return all;
  }

  private static int unescaped(String text, char sign, int from) {
    for (int i = from; i < text.length(); i++) {
      if (text.charAt(i) == '\\') {
        i++;
      } else if (text.charAt(i) == sign) {
        return i;
      }
    }
    return -1;
  }

  private static List<Part> parts(String way) {
    List<Part> parts = new ArrayList<>();
    StringBuilder literal = new StringBuilder();
    String parameter = null;
    String prefix = "";
    for (int i = 0; i <= way.length(); i++) {
      char c = i < way.length() ? way.charAt(i) : ' ';
      int end = c == '<' ? way.indexOf('>', i) : -1;
      if (c == '\\' && i + 1 < way.length()) {
        literal.append(way.charAt(++i));
      } else if (end > 0) {
        if (parameter != null) {
          // Two placeholders that touch: what stands between them ends the first.
          parts.add(new Slot(parameter, prefix, Sentence.fold(literal.toString())));
          literal.setLength(0);
        }
        prefix = Sentence.fold(literal.toString());
        literal.setLength(0);
        parameter = way.substring(i + 1, end).strip();
        i = end;
      } else if (!Sentence.isBlank(c)) {
        literal.append(c);
      } else {
        if (parameter != null) {
          parts.add(new Slot(parameter, prefix, Sentence.fold(literal.toString())));
        } else if (!literal.isEmpty()) {
          parts.add(new Literal(Sentence.fold(literal.toString())));
        }
        literal.setLength(0);
        parameter = null;
        prefix = "";
      }
    }
    return parts;
  }
}
