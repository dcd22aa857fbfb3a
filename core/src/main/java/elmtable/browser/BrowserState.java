package elmtable.browser;

import java.util.List;
import java.util.Map;

/**
 * Cookies, and what sites keep in the browser's storage.
 *
 * @param storage by origin, such as {@code https://kiln.test}
 */
public record BrowserState(List<Cookie> cookies, Map<String, Entries> storage) {
  public BrowserState {
    cookies = List.copyOf(cookies);
    storage = Map.copyOf(storage);
  }

  /** What an origin keeps, of all windows and of this one's session. */
  public record Entries(Map<String, String> local, Map<String, String> session) {
    public Entries {
      local = Map.copyOf(local);
      session = Map.copyOf(session);
    }

    public boolean isEmpty() {
      return local.isEmpty() && session.isEmpty();
    }
  }
}
