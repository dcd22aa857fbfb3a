package elmtable.webdriver.bidi;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.Cookie;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The cookies of a user context, over BiDi. */
final class BiDiCookies {
  private final BiDiTab tab;
  private final String user;

  BiDiCookies(BiDiTab tab, String user) {
    this.tab = tab;
    this.user = user;
  }

  private Map<String, String> partition() {
    return Map.of("type", "storageKey", "userContext", user);
  }

  List<Cookie> all() {
    return found(Map.of("partition", partition()));
  }

  List<Cookie> named(String name) {
    return found(Map.of("filter", Map.of("name", name), "partition", partition()));
  }

  private List<Cookie> found(Map<String, ?> which) {
    List<Cookie> cookies = new ArrayList<>();
    tab.command("storage.getCookies", which)
        .path("cookies")
        .forEach(cookie -> cookies.add(cookie(cookie)));
    return cookies;
  }

  private static Cookie cookie(JsonNode cookie) {
    return new Cookie(
        cookie.path("name").asText(),
        cookie.path("value").path("value").asText(),
        cookie.path("domain").asText(),
        cookie.path("path").asText("/"),
        cookie.path("secure").asBoolean(),
        cookie.path("httpOnly").asBoolean(),
        cookie.path("sameSite").asText(""),
        cookie.has("expiry") ? cookie.path("expiry").asLong() : null);
  }

  /** Puts a cookie in, or takes it out where it is expired. */
  void keep(Cookie cookie) {
    if (!cookie.isExpired(Instant.now())) {
      put(cookie);
      return;
    }
    Map<String, String> which =
        Map.of("name", cookie.name(), "domain", cookie.domain(), "path", cookie.path());
    tab.command("storage.deleteCookies", Map.of("filter", which, "partition", partition()));
  }

  /** Partitioned ones, too. */
  void deleteAll() {
    if (tab.program().kind() == BrowserProgram.Kind.CHROME) {
      // ChromeDriver (156) refuses to delete cookies where one of them is partitioned.
      Map<String, ?> which = Map.of("browserContextId", user);
      tab.command(
          "goog:cdp.sendCommand", Map.of("method", "Storage.clearCookies", "params", which));
    } else {
      tab.command("storage.deleteCookies", Map.of("partition", partition()));
    }
  }

  void put(Cookie cookie) {
    Map<String, Object> written = new LinkedHashMap<>();
    written.put("name", cookie.name());
    written.put("value", Map.of("type", "string", "value", cookie.value()));
    written.put("domain", cookie.domain());
    written.put("path", cookie.path());
    written.put("secure", cookie.secure());
    written.put("httpOnly", cookie.httpOnly());
    // A browser takes none only with secure; what it calls its default cannot be set.
    if (List.of("strict", "lax").contains(cookie.sameSite())
        || cookie.sameSite().equals("none") && cookie.secure()) {
      written.put("sameSite", cookie.sameSite());
    }
    if (cookie.expiry() != null) {
      written.put("expiry", cookie.expiry());
    }
    tab.command("storage.setCookie", setting(written));
  }

  private Map<String, ?> setting(Map<String, ?> written) {
    return Map.of("cookie", written, "partition", partition());
  }

  /** Sends a cookie as it is written, and gives the browser's errors. */
  void send(Map<String, ?> written) {
    tab.send("storage.setCookie", setting(written));
  }
}
