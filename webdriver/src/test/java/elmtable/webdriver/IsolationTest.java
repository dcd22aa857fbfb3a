package elmtable.webdriver;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import elmtable.browser.Browser;
import elmtable.browser.BrowserException;
import elmtable.browser.Credentials;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Each way in which a site can know a visitor again, and in which a browser can. */
@DisplayName("What a case leaves behind")
class IsolationTest extends AbstractBrowserTest {
  private static final String LEAVE =
      """
      document.cookie = 'left=1; path=/; max-age=600';
      localStorage.left = '1';
      sessionStorage.left = '1';
      window.name = 'left';
      await new Promise((done, failed) => {
        const opening = indexedDB.open('left');
        opening.onsuccess = done;
        opening.onerror = failed;
      });
      await (await caches.open('left')).put('/left', new Response('left'));
      await navigator.serviceWorker.register('/worker.js');
      await navigator.serviceWorker.ready;
      await fetch('/kept');
      history.pushState({}, '', '/app?2');
      """;

  private static final String FIND =
      """
      await fetch('/kept');
      return [document.cookie, localStorage.left, sessionStorage.left, window.name,
        (await indexedDB.databases()).length, (await caches.keys()).length,
        (await navigator.serviceWorker.getRegistrations()).length,
        String(navigator.serviceWorker.controller), String(opener), history.length, innerWidth];
      """;

  private final AtomicInteger asked = new AtomicInteger();
  private HttpServer site;

  @BeforeEach
  void serve() throws IOException {
    site = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    site.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
    site.createContext("/app", exchange -> answer(exchange, "text/html", "<title>App</title>"));
    site.createContext(
        "/worker.js",
        exchange ->
            answer(
                exchange,
                "text/javascript",
                "oninstall = () => skipWaiting(); onactivate = (e) => e.waitUntil(clients.claim())"));
    site.createContext(
        "/kept",
        exchange -> {
          asked.incrementAndGet();
          exchange.getResponseHeaders().add("Cache-Control", "max-age=600");
          answer(exchange, "text/plain", "kept");
        });
    site.createContext(
        "/guarded",
        exchange -> {
          boolean known = exchange.getRequestHeaders().containsKey("Authorization");
          exchange.getResponseHeaders().add("WWW-Authenticate", "Basic realm=\"studio\"");
          exchange.getResponseHeaders().add("Content-Type", "text/html");
          exchange.sendResponseHeaders(known ? 200 : 401, -1);
          exchange.close();
        });
    site.start();
  }

  private static void answer(HttpExchange exchange, String type, String body) throws IOException {
    byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
    exchange.getResponseHeaders().add("Content-Type", type);
    exchange.sendResponseHeaders(200, bytes.length);
    exchange.getResponseBody().write(bytes);
    exchange.close();
  }

  @AfterEach
  void end() {
    site.stop(0);
  }

  private String site(String path) {
    return "http://127.0.0.1:" + site.getAddress().getPort() + path;
  }

  private String found(Browser one) {
    int before = asked.get();
    one.pages().goTo(site("/app"));
    Object found = one.scripts().run("return (async () => {" + FIND + "})()");
    return found + ", asked the site: " + (asked.get() > before);
  }

  @Test
  void isFoundByNoCaseAfterIt() {
    String fresh = found(browser);
    browser.scripts().run("return (async () => {" + LEAVE + "})()");
    browser.windows().resize(500, 400);
    browser
        .network()
        .authenticate(Optional.of(new Credentials("Wren", "celadon", Set.of(site("")))));
    browser.pages().goTo(site("/guarded"));
    assertNotEquals(fresh, found(browser), "the browser itself finds it");
    browser.close();
    for (int i = 0; i < 2; i++) {
      try (Browser later = pool.open()) {
        assertEquals(fresh, found(later));
        assertThrows(BrowserException.class, () -> later.pages().goTo(site("/guarded")));
      }
    }
  }
}
