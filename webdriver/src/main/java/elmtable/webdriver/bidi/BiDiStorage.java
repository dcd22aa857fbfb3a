package elmtable.webdriver.bidi;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Storage;
import elmtable.webdriver.wire.WebDriverError;
import java.net.URI;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.StreamSupport;

/** Cookies and entries of storage, over BiDi. */
final class BiDiStorage implements Storage {
  private static final String READ =
      "(name, session) => (session ? sessionStorage : localStorage).getItem(name)";
  private static final String WRITE =
      "(name, session, value) => (session ? sessionStorage : localStorage).setItem(name, value)";

  private final BiDiTab tab;
  private final BiDiWaiting waiting;
  private final BiDiPages pages;
  private final String user;

  BiDiStorage(BiDiTab tab, BiDiWaiting waiting, BiDiPages pages, String user) {
    this.tab = tab;
    this.waiting = waiting;
    this.pages = pages;
    this.user = user;
  }

  private Map<String, String> partition() {
    return Map.of("type", "storageKey", "userContext", user);
  }

  @Override
  public Optional<String> cookie(String name) {
    URI page = URI.create(pages.address());
    JsonNode found =
        tab.command(
            "storage.getCookies", Map.of("filter", Map.of("name", name), "partition", partition()));
    return StreamSupport.stream(found.path("cookies").spliterator(), false)
        .filter(cookie -> isSeenBy(page, cookie))
        .max(Comparator.comparingInt(cookie -> cookie.path("path").asText().length()))
        .map(cookie -> cookie.path("value").path("value").asText());
  }

  /** Whether a page gets a cookie (RFC 6265, 5.1.3 and 5.1.4). */
  private static boolean isSeenBy(URI page, JsonNode cookie) {
    String host = String.valueOf(page.getHost());
    String domain = cookie.path("domain").asText();
    boolean ofHost =
        domain.startsWith(".")
            ? host.equals(domain.substring(1)) || host.endsWith(domain)
            : host.equals(domain);
    String path = page.getPath() == null || page.getPath().isEmpty() ? "/" : page.getPath();
    String wanted = cookie.path("path").asText("/");
    String below = wanted.endsWith("/") ? wanted : wanted + "/";
    return ofHost && (path.equals(wanted) || path.startsWith(below));
  }

  @Override
  public void setCookie(String name, String value, String path) {
    String host = URI.create(pages.address()).getHost();
    if (host == null) {
      throw cannotSet(name, null);
    }
    try {
      tab.send(
          "storage.setCookie",
          Map.of(
              "cookie",
              Map.of(
                  "name",
                  name,
                  "value",
                  Map.of("type", "string", "value", value),
                  "domain",
                  host,
                  "path",
                  path),
              "partition",
              partition()));
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
