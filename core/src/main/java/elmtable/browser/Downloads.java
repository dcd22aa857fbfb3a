package elmtable.browser;

import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;

/** Files that pages have the browser fetch and keep. */
public interface Downloads {
  /**
   * A file that was fetched.
   *
   * @param name as the site gave it
   * @param file where it lies until the browser is closed; nothing where that is another machine
   */
  record Download(String name, Optional<Path> file) {}

  /**
   * Waits until a file is there whole that this has not given yet, and gives the one that began
   * first.
   *
   * @param name its name, or empty for any
   * @throws BrowserException with what was fetched instead, or what became of it
   */
  Download await(String name, Duration limit);
}
