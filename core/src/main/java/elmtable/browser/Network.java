package elmtable.browser;

import java.time.Duration;
import java.util.List;
import java.util.Optional;

/** What pages ask of the network. */
public interface Network {
  /**
   * Waits until nothing has been asked of the network for half a second.
   *
   * @return what is still open at the limit, or nothing where it became quiet
   */
  List<String> awaitQuiet(Duration limit);

  /**
   * From now on, what answers sites that ask for basic authentication. Going to one that does not
   * take it, or that it is not for, fails and says which.
   */
  void authenticate(Optional<Credentials> credentials);
}
