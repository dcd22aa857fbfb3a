package elmtable.browser;

import java.time.Duration;
import java.util.List;
import java.util.Optional;

/** Keys. */
public interface Keyboard {
  /**
   * Presses keys, one after another, on the element or, where there is none, on what has the focus.
   */
  void press(List<Chord> chords, Optional<Target> target, Duration limit);
}
