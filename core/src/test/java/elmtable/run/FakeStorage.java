package elmtable.run;

import elmtable.browser.BrowserState;
import elmtable.browser.Cookie;
import elmtable.browser.State;
import elmtable.browser.Storage;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Keeps what is stored for as long as its browser. */
final class FakeStorage implements State, Storage {
  private final Map<String, String> stored = new HashMap<>();
  private final List<Cookie> cookies = new ArrayList<>();

  @Override
  public Optional<String> cookie(String name) {
    return Optional.ofNullable(stored.get("cookie " + name));
  }

  @Override
  public void setCookie(String name, String value, String path) {
    stored.put("cookie " + name, value + " for " + path);
  }

  @Override
  public List<Cookie> cookies() {
    return List.copyOf(cookies);
  }

  @Override
  public void keep(Cookie cookie) {
    cookies.removeIf(cookie::isSameAs);
    if (!cookie.isExpired(Instant.now())) {
      cookies.add(cookie);
    }
  }

  @Override
  public Optional<BrowserState> read() {
    return Optional.of(
        new BrowserState(
            List.of(), Map.of("http://fake.test", new BrowserState.Entries(stored, Map.of()))));
  }

  @Override
  public void put(BrowserState state) {
    state.storage().values().forEach(entries -> stored.putAll(entries.local()));
  }

  @Override
  public Optional<String> entry(String name, boolean session) {
    return Optional.ofNullable(stored.get(session + name));
  }

  @Override
  public void setEntry(String name, String value, boolean session) {
    stored.put(session + name, value);
  }
}
