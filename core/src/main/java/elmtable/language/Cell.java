package elmtable.language;

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
}
