package elmtable.webdriver;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import elmtable.browser.Credentials;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.provider.ValueSource;

/** Each way in which a site can know a visitor again, and in which a browser can. */
@DisplayName("What a case leaves behind")
// Beside those of all such tests.
@ValueSource(strings = "chrome headless shell")
class IsolationTest extends AbstractBrowserTest {
  private static final String LEAVE =
      """
      document.cookie = 'left=1; path=/; max-age=600';
      document.cookie = 'parted=1; path=/; max-age=600; Secure; SameSite=None; Partitioned';
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
      const folder = await navigator.storage.getDirectory();
      await folder.getFileHandle('left', { create: true });
      history.pushState({}, '', '/app?2');
      addEventListener('pagehide', () => {
        localStorage.left = sessionStorage.left = window.name = 'on leaving';
      });
      """;

  private static final String FETCH = "await fetch('/kept');";

  private static final String FIND =
      """
      const folder = await navigator.storage.getDirectory();
      const files = [];
      const names = folder.keys();
      for (let n = await names.next(); !n.done; n = await names.next()) files.push(n.value);
      return [document.cookie, localStorage.left, sessionStorage.left, window.name, files.join(),
        (await indexedDB.databases()).length, (await caches.keys()).length,
        (await navigator.serviceWorker.getRegistrations()).length,
        String(navigator.serviceWorker.controller), String(opener), history.length, innerWidth,
        document.querySelectorAll(':hover').length];
      """;

  private final AtomicInteger asked = new AtomicInteger();
  private final AtomicInteger partsAsked = new AtomicInteger();
  private HttpServer site;

  @BeforeEach
  void serve() throws IOException {
    site = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    site.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
    site.createContext(
        "/app",
        exchange ->
            answer(exchange, "text/html", "<title>App</title><script src=/part.js></script>"));
    site.createContext(
        "/part.js",
        exchange -> {
          partsAsked.incrementAndGet();
          exchange.getResponseHeaders().add("Cache-Control", "max-age=600");
          answer(exchange, "text/javascript", "part = 1");
        });
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
    Object found = one.scripts().run("return (async () => {" + FETCH + FIND + "})()");
    return found + ", asked the site: " + (asked.get() > before);
  }

  private void authenticate(Browser one) {
    Credentials credentials = new Credentials("Wren", "celadon", Set.of(site("")));
    one.network().authenticate(Optional.of(credentials));
  }

  @Test
  void isFoundByNoCaseAfterIt() {
    String fresh = found(browser);
    browser.scripts().run("return (async () => {" + FETCH + LEAVE + "})()");
    browser.windows().resize(500, 400);
    authenticate(browser);
    browser.pages().goTo(site("/guarded"));
    assertNotEquals(fresh, found(browser), "the browser itself finds it");
    browser.close();
    for (int i = 0; i < 2; i++) {
      try (Browser later = openOf(pool)) {
        assertEquals(fresh, found(later));
        assertThrows(BrowserException.class, () -> later.pages().goTo(site("/guarded")));
      }
    }
  }

  /** What pages are made of comes from the browser's cache; nothing else of the case is there. */
  @Test
  void isWipedOutOfABrowserThatStaysWarm() {
    try (BrowserLauncher own = new BrowserLauncher(Path.of(""))) {
      Browser.Pool wiping = own.pool(BrowserConfig.of(kind));
      String fresh = null;
      for (int i = 0; i < 4; i++) {
        try (Browser one = openOf(wiping)) {
          one.pages().goTo(site("/app"));
          String found = "" + one.scripts().run("return (async () => {" + FIND + "})()");
          fresh = fresh == null ? found : fresh;
          assertEquals(fresh, found, "case " + i);
          one.scripts().run("return (async () => {" + LEAVE + "})()");
          one.windows().resize(500, 400);
          one.pointer().press(target("css", "html"), LIMIT);
          one.scripts().run("window.open('/app')");
        }
      }
      assertEquals(1, partsAsked.get(), "the part was asked for once");
    }
  }

  /** A page that comes under a pointer that rests would be told of it some frames later. */
  @Test
  void noPointerRestsOverTheNextPage() {
    try (BrowserLauncher own = new BrowserLauncher(Path.of(""))) {
      Browser.Pool wiping = own.pool(BrowserConfig.of(kind));
      for (int i = 0; i < 4; i++) {
        try (Browser one = openOf(wiping)) {
          one.pages().goTo(site("/app"));
          Object told =
              one.scripts()
                  .run(
                      """
                      return (async () => {
                        let told = 0;
                        const wide = document.createElement('div');
                        wide.style = 'position: fixed; inset: 0';
                        wide.onmouseenter = () => told++;
                        document.body.append(wide);
                        for (let i = 0; i < 30; i++) await new Promise(requestAnimationFrame);
                        return told;
                      })()
                      """);
          assertEquals("0", "" + told, "case " + i);
          one.pointer().press(target("css", "html"), LIMIT);
        }
      }
    }
  }

  /** What cannot be wiped out goes with its whole context. */
  @Test
  void goesWithItsBrowserWhereItCannotBeWipedOut() {
    Map<String, Consumer<Browser>> ways = new LinkedHashMap<>();
    ways.put("nothing", one -> {});
    ways.put("an answer that is kept", one -> one.scripts().run("return fetch('/kept')"));
    ways.put(
        "a frame of another site",
        one -> {
          String other = site("/app").replace("127.0.0.1", "localhost");
          one.scripts()
              .run(
                  "return new Promise((done) => {"
                      + "const frame = document.createElement('iframe');"
                      + "frame.src = '"
                      + other
                      + "'; frame.onload = () => done(); document.body.append(frame) })");
        });
    ways.put(
        "a site that asks who is there",
        one -> {
          authenticate(one);
          one.pages().goTo(site("/guarded"));
        });
    try (BrowserLauncher own = new BrowserLauncher(Path.of(""))) {
      Browser.Pool wiping = own.pool(BrowserConfig.of(kind));
      List<String> warm = new ArrayList<>();
      ways.forEach((way, leave) -> {
        try (Browser one = openOf(wiping)) {
          one.pages().goTo(site("/app"));
          leave.accept(one);
        }
        int before = partsAsked.get();
        try (Browser later = openOf(wiping)) {
          later.pages().goTo(site("/app"));
        }
        if (partsAsked.get() == before) {
          warm.add(way);
        }
      });
      assertEquals(List.of("nothing"), warm);
    }
  }
}
