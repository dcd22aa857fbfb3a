package elmtable.binding;

import java.util.Arrays;
import java.util.HashSet;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/**
 * Tells whether a browser would read a text as a list of selectors (Selectors Level 4, with idents
 * and strings of CSS Syntax Level 3).
 */
final class CssSelector {
  private static final Set<String> PLAIN_PSEUDOS =
      words(
          "active any-link autofill blank buffering checked closed current default defined disabled"
              + " empty enabled first-child first-of-type focus focus-visible focus-within"
              + " fullscreen future host hover in-range indeterminate invalid last-child"
              + " last-of-type link local-link modal muted only-child only-of-type open optional"
              + " out-of-range past paused picture-in-picture placeholder-shown playing popover-open"
              + " read-only read-write required root scope seeking stalled target target-current"
              + " target-within user-invalid user-valid valid visited volume-locked");
  private static final Set<String> SELECTOR_PSEUDOS = words("is not where has matches any host");
  private static final Set<String> COUNTING_PSEUDOS =
      words("nth-child nth-last-child nth-of-type nth-last-of-type");
  private static final Set<String> OTHER_PSEUDOS = words("dir lang state current host-context");
  private static final String COUNT =
      "(?i)\\s*(even|odd|[+-]?\\d*n(\\s*[+-]\\s*\\d+)?|[+-]?\\d+)\\s*";
  private static final int DEEPEST = 20;

  /** What is wrong, as the end of a sentence that begins with the selector. */
  private static final class UnreadableException extends Exception {
    private static final long serialVersionUID = 1L;

    UnreadableException(String message) {
      super(message, null, false, false);
    }
  }

  private final String text;
  private final int depth;
  private int at;

  private CssSelector(String text, int depth) {
    this.text = text;
    this.depth = depth;
  }

  private static Set<String> words(String all) {
    return new HashSet<>(Arrays.asList(all.split(" ")));
  }

  /** Why a text is no selector, as the end of a sentence that begins with it. */
  static Optional<String> objection(String text) {
    try {
      new CssSelector(text, 0).list(false);
      return Optional.empty();
    } catch (UnreadableException unreadable) {
      return Optional.of(unreadable.getMessage());
    }
  }

  private void list(boolean relative) throws UnreadableException {
    if (depth > DEEPEST) {
      throw new UnreadableException("has selectors in selectors too deep.");
    }
    do {
      complex(relative);
    } while (sign(','));
    if (at < text.length()) {
      throw unexpected();
    }
  }

  private void complex(boolean relative) throws UnreadableException {
    blanks();
    if (relative) {
      combinator();
    }
    do {
      blanks();
      compound();
    } while (combinator() || startsCompound());
  }

  private boolean combinator() {
    blanks();
    return sign('>') || sign('+') || sign('~');
  }

  private boolean startsCompound() {
    blanks();
    return at < text.length() && text.charAt(at) != ',';
  }

  private void compound() throws UnreadableException {
    int start = at;
    if (!sign('*') && startsIdent()) {
      ident();
    }
    if (at > start
        && at + 1 < text.length()
        && text.charAt(at) == '|'
        && text.charAt(at + 1) != '=') {
      at++;
      if (!sign('*')) {
        ident();
      }
    }
    while (at < text.length() && "#.[:".indexOf(text.charAt(at)) >= 0) {
      char c = text.charAt(at++);
      switch (c) {
        case '#', '.' -> ident();
        case '[' -> attribute();
        default -> pseudo();
      }
    }
    if (at == start) {
      throw unexpected();
    }
  }

  private void attribute() throws UnreadableException {
    blanks();
    ident();
    blanks();
    if (sign(']')) {
      return;
    }
    if (at < text.length() && "~|^$*".indexOf(text.charAt(at)) >= 0) {
      at++;
    }
    if (!sign('=')) {
      throw unexpected();
    }
    blanks();
    if (at < text.length() && (text.charAt(at) == '"' || text.charAt(at) == '\'')) {
      string();
    } else if (startsIdent()) {
      ident();
    } else if (at == text.length()) {
      throw unexpected();
    } else {
      throw new UnreadableException(
          "has an attribute's value that needs quotes, as in [name=\"2\"].");
    }
    blanks();
    if (at < text.length() && "iIsS".indexOf(text.charAt(at)) >= 0) {
      at++;
      blanks();
    }
    if (!sign(']')) {
      throw unexpected();
    }
  }

  private void pseudo() throws UnreadableException {
    boolean element = sign(':');
    String name = ident().toLowerCase(Locale.ROOT);
    boolean arguments = at < text.length() && text.charAt(at) == '(';
    String inside = arguments ? parentheses() : "";
    if (element || name.startsWith("-")) {
      return;
    }
    if (!arguments) {
      // Four elements may be written like classes.
      boolean known = PLAIN_PSEUDOS.contains(name) || name.matches("before|after|first-l.*");
      if (!known) {
        throw unknown(name);
      }
    } else if (SELECTOR_PSEUDOS.contains(name)) {
      new CssSelector(inside, depth + 1).list(name.equals("has"));
    } else if (COUNTING_PSEUDOS.contains(name)) {
      String count = inside.replaceFirst("(?i)\\sof\\s.*", "");
      if (!count.matches(COUNT)) {
        throw new UnreadableException("counts by “" + inside.strip() + "”, which is no number.");
      }
    } else if (!OTHER_PSEUDOS.contains(name)) {
      throw unknown(name);
    }
  }

  private static UnreadableException unknown(String name) {
    return new UnreadableException("has “:" + name + "”, which no browser knows.");
  }

  /** What stands between parentheses that balance. */
  private String parentheses() throws UnreadableException {
    int start = ++at;
    int open = 1;
    while (at < text.length()) {
      char c = text.charAt(at);
      if (c == '"' || c == '\'') {
        string();
        continue;
      }
      open += c == '(' ? 1 : c == ')' ? -1 : 0;
      at += c == '\\' ? 2 : 1;
      if (open == 0) {
        return text.substring(start, at - 1);
      }
    }
    throw new UnreadableException("has a parenthesis that never closes.");
  }

  private void string() throws UnreadableException {
    char quote = text.charAt(at++);
    while (at < text.length()) {
      char c = text.charAt(at);
      at += c == '\\' ? 2 : 1;
      if (c == quote) {
        return;
      }
    }
    throw new UnreadableException("has a quote that never closes.");
  }

  private boolean startsIdent() {
    return at < text.length()
        && (isIdentPart(text.charAt(at)) || text.charAt(at) == '\\')
        && !Character.isDigit(text.charAt(at));
  }

  private String ident() throws UnreadableException {
    int start = at;
    if (!startsIdent()) {
      throw at < text.length() && Character.isDigit(text.charAt(at))
          ? new UnreadableException(
              "has a name that begins with a digit; write it as [id=\"…\"] or [class~=\"…\"].")
          : unexpected();
    }
    while (at < text.length() && (isIdentPart(text.charAt(at)) || text.charAt(at) == '\\')) {
      at += text.charAt(at) == '\\' ? 2 : 1;
    }
    at = Math.min(at, text.length());
    return text.substring(start, at);
  }

  private static boolean isIdentPart(char c) {
    return c == '-' || c == '_' || c >= 128 || c < 128 && Character.isLetterOrDigit(c);
  }

  private boolean sign(char sign) {
    if (at < text.length() && text.charAt(at) == sign) {
      at++;
      return true;
    }
    return false;
  }

  private void blanks() {
    while (at < text.length() && " \t\n\r\f".indexOf(text.charAt(at)) >= 0) {
      at++;
    }
  }

  private UnreadableException unexpected() {
    return new UnreadableException(
        at >= text.length()
            ? "ends where more should follow."
            : "cannot be read from “" + text.substring(at) + "” on.");
  }
}
