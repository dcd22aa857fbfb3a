package elmtable.browser;

import java.util.List;

/**
 * An element as a step means it: its name, for messages, and its locator with all values put in.
 *
 * @param within the frames and shadow hosts that it lives in, the outermost first
 */
public record Target(String name, Locator locator, List<Target> within) {
  public Target {
    within = List.copyOf(within);
  }

  /** An element of the page itself, or of the frame that was gone into. */
  public Target(String name, Locator locator) {
    this(name, locator, List.of());
  }
}
