package elmtable.browser;

import java.util.Optional;

/** What sites keep in a browser, so that it can be kept and put into another one. */
public interface State {
  /**
   * Everything that sites have kept so far.
   *
   * @return nothing where this browser cannot tell it
   */
  Optional<BrowserState> read();

  /** Adds what was kept; afterwards an empty page is shown. */
  void put(BrowserState state);
}
