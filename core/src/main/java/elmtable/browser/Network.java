package elmtable.browser;

import java.time.Duration;
import java.util.List;

/** What pages ask of the network. */
public interface Network {
  /**
   * Waits until nothing has been asked of the network for half a second.
   *
   * @return what is still open at the limit, or nothing where it became quiet
   */
  List<String> awaitQuiet(Duration limit);
}
