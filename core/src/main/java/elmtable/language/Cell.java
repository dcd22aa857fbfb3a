package elmtable.language;

import elmtable.formula.Escapes;
import elmtable.text.Range;

/**
 * One cell of a row: what stands between two pipes without the blanks round it, backslashes as
 * written.
 */
public record Cell(String source, Range range) {
  public boolean isBlank() {
    return source.isEmpty();
  }

  /** The text as a name or a word: backslashes resolved, references left as written. */
  public String name() {
    return source.indexOf('\\') < 0 ? source : source.replace("\\|", "|").replace("\\\\", "\\");
  }

  /**
   * What a person typed into a cell, with pipes and line breaks written so that it stays one cell.
   */
  public static String typed(String text) {
    StringBuilder source = new StringBuilder();
    String trimmed = text.strip();
    for (int i = 0; i < trimmed.length(); i++) {
      char c = trimmed.charAt(i);
      if (c == '\\' && i + 1 < trimmed.length() && "\\|".indexOf(trimmed.charAt(i + 1)) >= 0) {
        source.append(c).append(trimmed.charAt(++i));
      } else if (c == '|') {
        source.append("\\|");
      } else if (c == '\n') {
        source.append("\\n");
      } else if (c != '\r') {
        source.append(c == '\t' ? ' ' : c);
      }
    }
    return Escapes.canonical(source.toString());
  }
}
