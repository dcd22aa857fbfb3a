package elmtable.keyword.builtin;

import elmtable.browser.Cookie;
import java.net.CookieHandler;
import java.net.URI;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * The cookies of a browser for a request and its redirections. The browser is asked before and told
 * after, as it is for the case's thread only.
 */
final class BrowserCookies extends CookieHandler {
  private final List<Cookie> cookies;
  private final List<Cookie> set = new ArrayList<>();

  BrowserCookies(List<Cookie> cookies) {
    this.cookies = new ArrayList<>(cookies);
  }

  @Override
  public synchronized Map<String, List<String>> get(
      URI address, Map<String, List<String>> headers) {
    String sent =
        cookies.stream()
            .filter(cookie -> cookie.isFor(address))
            .sorted(Comparator.comparing((Cookie cookie) -> -cookie.path().length()))
            .map(cookie -> cookie.name() + "=" + cookie.value())
            .collect(Collectors.joining("; "));
    return sent.isEmpty() ? Map.of() : Map.of("Cookie", List.of(sent));
  }

  @Override
  public synchronized void put(URI address, Map<String, List<String>> headers) {
    Instant now = Instant.now();
    headers.forEach((name, values) -> {
      if ("Set-Cookie".equalsIgnoreCase(name)) {
        values.forEach(value -> SetCookie.read(value, address, now).ifPresent(this::keep));
      }
    });
  }

  private void keep(Cookie cookie) {
    cookies.removeIf(cookie::isSameAs);
    set.removeIf(cookie::isSameAs);
    set.add(cookie);
    if (!cookie.isExpired(Instant.now())) {
      cookies.add(cookie);
    }
  }

  /** What the replies set, and removed, which is expired. */
  synchronized List<Cookie> set() {
    return List.copyOf(set);
  }
}
