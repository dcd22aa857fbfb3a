package elmtable.browser;

import java.time.Duration;
import java.util.Optional;

/** The browser's own dialogs. */
public interface Dialogs {
  /** Waits for a dialog, closes it by its OK or Cancel and gives the text it showed. */
  String close(boolean accept, Duration limit);

  /**
   * Waits for a dialog, types an answer into it, closes it by its OK and gives the text it showed.
   */
  String answer(String answer, Duration limit);

  /** Waits for a dialog and gives the text it shows; it stays open. */
  String await(Duration limit);

  /** The open dialog's text, if there is one. */
  Optional<String> open();
}
