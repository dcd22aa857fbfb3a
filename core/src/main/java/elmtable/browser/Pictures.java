package elmtable.browser;

import java.util.Collection;
import java.util.Optional;

/**
 * Pictures of the page. Password fields that are filled in, and what shows one of the secrets, are
 * painted over.
 */
public interface Pictures {
  /**
   * The page as a PNG. Nothing while a dialog is open, when no browser can take one, and where it
   * is not known what in it is secret.
   */
  Optional<byte[]> take(Collection<String> secrets);

  /**
   * What the page shows now, as a small JPEG for somebody who watches. May be called by any thread
   * at any time and disturbs nothing; nothing where that is not possible now.
   */
  Optional<byte[]> glance(Collection<String> secrets);

  /** Draws an outline round what a locator finds, for the picture of a failure; never fails. */
  void outline(Target target);
}
