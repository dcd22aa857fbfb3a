package elmtable.webdriver.bidi;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Cookie;
import elmtable.browser.Storage;
import elmtable.webdriver.wire.WebDriverError;
import java.net.URI;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Cookies and entries of storage, over BiDi. */
final class BiDiStorage implements Storage {
  private static final String READ =
      "(name, session) => (session ? sessionStorage : localStorage).getItem(name)";
  private static final String WRITE =
      "(name, session, value) => (session ? sessionStorage : localStorage).setItem(name, value)";

  private final BiDiTab tab;
  private final BiDiWaiting waiting;
  private final BiDiPages pages;
  private final BiDiCookies cookies;

  BiDiStorage(BiDiTab tab, BiDiWaiting waiting, BiDiPages pages, BiDiCookies cookies) {
    this.tab = tab;
    this.waiting = waiting;
    this.pages = pages;
    this.cookies = cookies;
  }

  @Override
  public Optional<String> cookie(String name) {
    URI page = URI.create(pages.address());
    return cookies.named(name).stream()
        .filter(cookie -> cookie.isFor(page))
        .max(Comparator.comparingInt(cookie -> cookie.path().length()))
        .map(Cookie::value);
  }

  @Override
  public List<Cookie> cookies() {
    return cookies.all();
  }

  @Override
  public void keep(Cookie cookie) {
    cookies.keep(cookie);
  }

  @Override
  public void setCookie(String name, String value, String path) {
    String host = URI.create(pages.address()).getHost();
    if (host == null) {
      throw cannotSet(name, null);
    }
    try {
      cookies.send(Map.of("name", name, "value", text(value), "domain", host, "path", path));
    } catch (WebDriverError error) {
      throw error.is("unable to set cookie", "invalid argument", "unknown error")
          ? cannotSet(name, error)
          : tab.failure(error);
    }
  }

  private static BrowserException cannotSet(String name, Throwable cause) {
    return new BrowserException(
        Kind.PAGE,
        "The cookie “"
            + name
            + "” cannot be set here; go to a page of the application first, and give a name"
            + " and value without ; and blanks.",
        cause);
  }

  @Override
  public Optional<String> entry(String name, boolean session) {
    JsonNode value = run(READ, List.of(text(name), flag(session)));
    return value.path("type").asText().equals("null")
        ? Optional.empty()
        : Optional.of(value.path("value").asText());
  }

  @Override
  public void setEntry(String name, String value, boolean session) {
    run(WRITE, List.of(text(name), flag(session), text(value)));
  }

  private static Map<String, ?> text(String value) {
    return Map.of("type", "string", "value", value);
  }

  private static Map<String, ?> flag(boolean value) {
    return Map.of("type", "boolean", "value", value);
  }

  /** Pages without an origin, such as data: addresses, have no storage. */
  private JsonNode run(String function, List<?> arguments) {
    JsonNode answer = waiting.call(function, arguments);
    if (answer.path("type").asText().equals("exception")) {
      throw new BrowserException(
          Kind.PAGE, "This page has no storage of its own; go to a page of the application first.");
    }
    return answer.path("result");
  }
}
