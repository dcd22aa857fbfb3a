package elmtable.formula;

/** Where backslashes mean something, and where one is needed. */
public final class Escapes {
  private static final String ANYWHERE = "|\\<=";
  private static final String AT_START = "?*=!>";

  private Escapes() {}

  /**
   * Whether a backslash before {@code c} stands for {@code c} itself; {@code \n} is the line break
   * and not this.
   */
  static boolean isEscaped(char c, boolean atStart) {
    return ANYWHERE.indexOf(c) >= 0 || (atStart && AT_START.indexOf(c) >= 0);
  }

  /**
   * The place of the {@code >} that ends the reference opened at {@code open}: the first outside
   * quotes and parentheses, or -1.
   */
  public static int referenceEnd(String source, int open) {
    return referenceEnd(source, open, source.length());
  }

  /**
   * The same where it is known already that nothing closes from some place on, so that a text full
   * of what opens is not read to its end each time.
   */
  public static int referenceEnd(String source, int open, int behindLast) {
    boolean quoted = false;
    int depth = 0;
    for (int i = open + 1; i < behindLast; i++) {
      char c = source.charAt(i);
      if (c == '\'') {
        quoted = !quoted;
      } else if (!quoted && c == '(') {
        depth++;
      } else if (!quoted && c == ')') {
        depth = Math.max(0, depth - 1);
      } else if (!quoted && c == '>' && depth == 0) {
        return i;
      }
    }
    return -1;
  }

  /** How a text is written in a cell so that it is read as that very text. */
  public static String escape(String text) {
    if (text.isEmpty()) {
      return "<empty>";
    }
    StringBuilder source = new StringBuilder();
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      boolean edge = i == 0 || i == text.length() - 1;
      switch (c) {
        case '|' -> source.append("\\|");
        case '<' -> source.append("\\<");
        case '\\' -> source.append("\\\\");
        case '\n' -> source.append("\\n");
        case ' ' -> source.append(edge ? "<space>" : " ");
        case '=' -> source.append("\\=");
        default -> source.append(i == 0 && AT_START.indexOf(c) >= 0 ? "\\" : "").append(c);
      }
    }
    return canonical(source.toString());
  }

  /**
   * A text of another notation as a cell: its backslashes are plain ones, and its references stay
   * references.
   */
  public static String backslashes(String text) {
    return text.replace("\\", "\\\\");
  }

  /** A plain text as a part of a cell, where nothing in it has a meaning of its own. */
  public static String inline(String text) {
    return backslashes(text).replace("<", "\\<");
  }

  /** The same cell with a backslash only where one is needed. */
  public static String canonical(String source) {
    if (source.indexOf('\\') < 0) {
      return source;
    }
    StringBuilder out = new StringBuilder(source.length());
    int i = 0;
    while (i < source.length()) {
      char c = source.charAt(i);
      if (c == '<') {
        int end = referenceEnd(source, i);
        if (end >= 0) {
          out.append(source, i, end + 1);
          i = end + 1;
          continue;
        }
      }
      char next = i + 1 < source.length() ? source.charAt(i + 1) : ' ';
      if (c != '\\' || !isEscaped(next, i == 0)) {
        out.append(c);
        i++;
        continue;
      }
      if (needed(source, i, next)) {
        out.append('\\');
      }
      out.append(next);
      i += 2;
    }
    return out.toString();
  }

  private static boolean needed(String source, int i, char next) {
    char after = i + 2 < source.length() ? source.charAt(i + 2) : '\0';
    return switch (next) {
      case '|', '<' -> true;
      case '\\' -> after == 'n' || isEscaped(after, false) || (i == 0 && isEscaped(after, true));
      // A first equals sign could be taken for the one of a named argument.
      case '=' -> source.indexOf('=') == i + 1;
      default -> after == ' ' || after == '\0';
    };
  }
}
