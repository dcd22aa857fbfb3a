package elmtable.webdriver.classic;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Cookie;
import elmtable.browser.Storage;
import elmtable.webdriver.wire.WebDriverError;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Cookies over the classic protocol, entries of storage by scripts. */
final class ClassicStorage implements Storage {
  private static final String READ =
      "return (arguments[1] ? sessionStorage : localStorage).getItem(arguments[0]);";
  private static final String WRITE =
      "(arguments[2] ? sessionStorage : localStorage).setItem(arguments[0], arguments[1]);";

  private final ClassicTab tab;

  ClassicStorage(ClassicTab tab) {
    this.tab = tab;
  }

  @Override
  public Optional<String> cookie(String name) {
    try {
      String inPath = URLEncoder.encode(name, StandardCharsets.UTF_8).replace("+", "%20");
      return Optional.of(tab.get("/cookie/" + inPath).path("value").asText());
    } catch (WebDriverError error) {
      if (error.is("no such cookie")) {
        return Optional.empty();
      }
      throw tab.failure(error);
    }
  }

  @Override
  public void setCookie(String name, String value, String path) {
    put(name, Map.of("name", name, "value", value, "path", path));
  }

  private void put(String name, Map<String, ?> cookie) {
    try {
      tab.post("/cookie", Map.of("cookie", cookie));
    } catch (WebDriverError error) {
      if (error.is("invalid cookie domain", "unable to set cookie", "invalid argument")) {
        throw new BrowserException(
            Kind.PAGE,
            "The cookie “"
                + name
                + "” cannot be set here; go to a page of the application first, and give a name"
                + " and value without ; and blanks.",
            error);
      }
      throw tab.failure(error);
    }
  }

  @Override
  public List<Cookie> cookies() {
    List<Cookie> cookies = new ArrayList<>();
    for (JsonNode cookie : tab.get("/cookie")) {
      cookies.add(
          new Cookie(
              cookie.path("name").asText(),
              cookie.path("value").asText(),
              cookie.path("domain").asText(),
              cookie.path("path").asText("/"),
              cookie.path("secure").asBoolean(),
              cookie.path("httpOnly").asBoolean(),
              cookie.path("sameSite").asText("").toLowerCase(Locale.ROOT),
              cookie.has("expiry") ? cookie.path("expiry").asLong() : null));
    }
    return cookies;
  }

  @Override
  public void keep(Cookie cookie) {
    Map<String, Object> written = new LinkedHashMap<>();
    written.put("name", cookie.name());
    written.put("value", cookie.value());
    written.put("path", cookie.path());
    written.put("secure", cookie.secure());
    written.put("httpOnly", cookie.httpOnly());
    if (cookie.domain().startsWith(".")) {
      written.put("domain", cookie.domain());
    }
    if (cookie.expiry() != null) {
      written.put("expiry", cookie.expiry());
    }
    put(cookie.name(), written);
  }

  @Override
  public Optional<String> entry(String name, boolean session) {
    JsonNode value = run(READ, List.of(name, session));
    return value.isNull() ? Optional.empty() : Optional.of(value.asText());
  }

  @Override
  public void setEntry(String name, String value, boolean session) {
    run(WRITE, List.of(name, value, session));
  }

  private JsonNode run(String script, List<?> arguments) {
    try {
      return tab.script(script, arguments);
    } catch (WebDriverError error) {
      // Pages without an origin, such as data: addresses, have none; the driver gives no code for
      // it.
      if (String.valueOf(error.getMessage()).contains("torage")) {
        throw new BrowserException(
            Kind.PAGE,
            "This page has no storage of its own; go to a page of the application first.",
            error);
      }
      throw tab.failure(error);
    }
  }
}
