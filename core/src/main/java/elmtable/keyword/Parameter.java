package elmtable.keyword;

import elmtable.formula.Kind;
import elmtable.formula.Template;

/**
 * What a keyword takes.
 *
 * @param fallback a formula's text that holds when the argument is left out; empty for none
 * @param optional whether it may be left out
 */
public record Parameter(String name, Kind kind, String fallback, boolean optional, String note) {
  /** What a fallback means: a formula where it reads as one, else the text as written. */
  public Template fallbackTemplate() {
    return Template.of(fallback);
  }
}
