package elmtable.browser;

import java.util.Optional;

/** Pictures of the page. */
public interface Pictures {
  /** The page as a PNG. Nothing while a dialog is open, when no browser can take one. */
  Optional<byte[]> take();

  /** Draws an outline round what a locator finds, for the picture of a failure; never fails. */
  void outline(Target target);
}
