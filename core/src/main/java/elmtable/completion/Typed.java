package elmtable.completion;

import elmtable.language.Lists;
import elmtable.text.Names;
import java.util.List;

/**
 * A property's value as it is being typed: what stands, and the last part, which is to be finished.
 *
 * @param before what stays, up to where the part begins
 */
record Typed(String before, String part) {
  static Typed whole(String text) {
    return new Typed("", text.strip());
  }

  /** The last item of a list; a comma in a reference or in double quotes divides nothing. */
  static Typed item(String text) {
    List<Lists.Part> parts = Lists.outerParts(text);
    if (parts.isEmpty() || text.stripTrailing().endsWith(",")) {
      return new Typed(text.isBlank() ? "" : text.stripTrailing() + " ", "");
    }
    Lists.Part last = parts.get(parts.size() - 1);
    return new Typed(text.substring(0, last.start()), last.text());
  }

  /** The last word of a formula. */
  static Typed word(String text) {
    int start = text.length();
    while (start > 0 && !isBetweenWords(text.charAt(start - 1))) {
      start--;
    }
    return new Typed(text.substring(0, start), text.substring(start));
  }

  private static boolean isBetweenWords(char c) {
    return Character.isWhitespace(c) || "()=<>!,&+*/%".indexOf(c) >= 0;
  }

  /** The same behind words that lead to it. */
  Typed behind(String words) {
    return new Typed(words + before, part);
  }

  /** Whether a name stands in the list already. */
  boolean has(String name) {
    return Lists.outerParts(before).stream().anyMatch(each -> Names.same(each.text(), name));
  }

  Suggestion finishedBy(String name, String why, String note) {
    return Suggestion.value(before + name, name.strip(), part, why, note);
  }
}
