package elmtable.browser;

import java.time.Duration;

/** Goes from page to page and tells where the browser is. */
public interface Pages {
  void goTo(String address);

  void reload();

  void goBack();

  void goForward();

  String address();

  String title();

  /** Waits until address or title is as wanted and gives what it was at the end. */
  Observation awaitAddress(String address, Duration limit);

  /** Waits until the address begins with a text. */
  Observation awaitAddressStart(String start, Duration limit);

  Observation awaitTitle(String title, Duration limit);

  String source();
}
