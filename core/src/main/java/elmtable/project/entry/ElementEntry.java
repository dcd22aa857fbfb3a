package elmtable.project.entry;

import elmtable.browser.Locator;
import elmtable.formula.Template;
import elmtable.language.Line;
import elmtable.text.Names;

/**
 * A named thing on a page.
 *
 * @param locator as written; references in it are placeholders of the name, or values of the
 *     environment
 * @param in the element of the same page that it lives in, a frame or shadow host; or empty
 * @param row its row in the page's block
 */
public record ElementEntry(
    String page,
    String name,
    NamePattern pattern,
    Locator.By by,
    Template locator,
    String in,
    String note,
    Line.Row row) {
  /** How a step can name it whatever pages are in force. */
  public String fullName() {
    return page + "/" + name;
  }

  /** The same for two elements only where page and name are. */
  public String key() {
    return Names.key(page) + "/" + Names.key(name);
  }
}
