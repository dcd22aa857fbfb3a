package elmtable.browser;

import java.util.List;

/** Looks over a page without waiting: what locators find, and how its elements could be found. */
public interface Survey {
  /** What a locator finds now. */
  Sight look(Target target);

  /** What a person can use or read on the page, in the order of the document. */
  List<PageElement> elements();

  /** A place in the window, in CSS pixels. */
  record Box(double x, double y, double width, double height) {}

  /**
   * What a locator finds.
   *
   * @param count how many elements, shown or not
   * @param boxes of the first of those that are shown; none where they are in a frame
   * @param fault why nothing could be looked for, or the empty text
   */
  record Sight(int count, List<Box> boxes, String fault) {
    public Sight {
      boxes = List.copyOf(boxes);
    }
  }

  /**
   * An element of the page.
   *
   * @param name what it would be called
   * @param role what it is, in a word: field, choice, button, link, table, heading, text …
   * @param locators the ways to find it, best first; those that find it alone before others
   */
  record PageElement(String name, String role, Box box, List<Proposal> locators) {
    public PageElement {
      locators = List.copyOf(locators);
    }
  }

  /**
   * A way to find an element.
   *
   * @param count how many elements it finds now
   * @param why it stands where it stands among others
   */
  record Proposal(Locator locator, int count, String why) {}
}
