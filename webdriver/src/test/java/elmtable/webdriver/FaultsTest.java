package elmtable.webdriver;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.browser.Locator;
import elmtable.browser.Target;
import elmtable.browser.Wanted;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.function.Executable;
import org.junit.jupiter.params.Parameter;
import org.junit.jupiter.params.ParameterizedClass;
import org.junit.jupiter.params.provider.ValueSource;

/** Pages and programs that do not answer, break off, or define what is not theirs. */
@ParameterizedClass
@ValueSource(strings = {"chrome", "firefox"})
class FaultsTest {
  private static final Duration LIMIT = Duration.ofSeconds(2);

  /** Until the next case has a browser: a program is started anew. */
  private static final Duration NEXT = Duration.ofSeconds(30);

  @Parameter String kind;

  private final CountDownLatch end = new CountDownLatch(1);
  private HttpServer server;
  private BrowserLauncher launcher;
  private Browser.Pool pool;

  @BeforeEach
  void start() throws IOException {
    launcher = new BrowserLauncher(Path.of(""));
    pool = launcher.pool(BrowserConfig.of(kind));
    server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
    server.createContext("/", exchange -> show(exchange, "<title>Good</title><p id=p>here</p>"));
    server.createContext("/never", exchange -> await());
    server.createContext(
        "/endless",
        exchange -> {
          exchange.getResponseHeaders().add("Content-Type", "text/html");
          exchange.sendResponseHeaders(200, 0);
          exchange.getResponseBody().write("<p id=p>begun".getBytes(StandardCharsets.UTF_8));
          exchange.getResponseBody().flush();
          await();
        });
    server.createContext(
        "/busy",
        exchange ->
            show(
                exchange, "<button onclick='setTimeout(() => { for (;;) {} }, 1000)'>Go</button>"));
    server.createContext(
        "/own-names",
        exchange ->
            show(
                exchange,
                "<p id=p>here</p><script>var Node = {}; var XPathResult = {}; Array.from = () => [];"
                    + "</script>"));
    server.start();
  }

  private void await() {
    try {
      end.await(60, TimeUnit.SECONDS);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
    }
  }

  private static void show(HttpExchange exchange, String body) throws IOException {
    byte[] bytes = ("<!doctype html><meta charset=utf-8>" + body).getBytes(StandardCharsets.UTF_8);
    exchange.sendResponseHeaders(200, bytes.length);
    exchange.getResponseBody().write(bytes);
    exchange.close();
  }

  @AfterEach
  void stop() {
    end.countDown();
    pool.close();
    launcher.close();
    server.stop(0);
  }

  private String address(String path) {
    return "http://127.0.0.1:" + server.getAddress().getPort() + path;
  }

  private static Target target(String by, String value) {
    return new Target("it", new Locator(Locator.By.named(by).orElseThrow(), value));
  }

  /** What a step fails with, which takes its limit and little more. */
  private static BrowserException fails(Browser browser, Executable step) {
    browser.within(LIMIT);
    long begun = System.nanoTime();
    BrowserException failure = assertThrows(BrowserException.class, step);
    long millis = (System.nanoTime() - begun) / 1_000_000;
    assertTrue(millis < LIMIT.toMillis() + 10_000, () -> "it took " + millis + " ms");
    return failure;
  }

  /** The next case has a browser soon, in which everything is well. */
  private void nextIsGood() {
    long begun = System.nanoTime();
    try (Browser next = pool.open()) {
      next.within(NEXT);
      next.pages().goTo(address("/"));
      assertEquals("here", next.elements().text(target("id", "p"), NEXT));
    }
    long millis = (System.nanoTime() - begun) / 1_000_000;
    assertTrue(millis < NEXT.toMillis(), () -> "the next one took " + millis + " ms");
  }

  @Test
  void aPageThatNeverAnswersCostsTheLimit() {
    try (Browser browser = pool.open()) {
      BrowserException failure = fails(browser, () -> browser.pages().goTo(address("/never")));
      assertEquals(Kind.SILENT, failure.kind());
      assertTrue(failure.getMessage().contains("was not loaded after 2 s"), failure.getMessage());
      assertFalse(browser.isUsable());
      long begun = System.nanoTime();
      assertThrows(BrowserException.class, () -> browser.pages().title());
      assertTrue(System.nanoTime() - begun < LIMIT.toNanos(), "what comes after does not wait");
    }
    nextIsGood();
  }

  @Test
  void aBodyThatNeverEndsCostsTheLimit() {
    try (Browser browser = pool.open()) {
      BrowserException failure = fails(browser, () -> browser.pages().goTo(address("/endless")));
      assertTrue(failure.getMessage().contains("was not loaded after 2 s"), failure.getMessage());
    }
    nextIsGood();
  }

  @Test
  void anEndlessLoopInAPageCostsTheLimit() {
    try (Browser browser = pool.open()) {
      browser.within(NEXT);
      browser.pages().goTo(address("/busy"));
      browser.pointer().press(target("button", "Go"), NEXT);
      BrowserException failure =
          fails(browser, () -> browser.elements().text(target("id", "none"), LIMIT));
      assertFalse(browser.isUsable());
      assertEquals(Kind.SILENT, failure.kind());
      assertTrue(failure.getMessage().contains("did not answer for 2 s"), failure.getMessage());
    }
    nextIsGood();
  }

  @Test
  void aDriverOrBrowserThatWasKilledIsStartedAgain() {
    try (Browser browser = pool.open()) {
      browser.within(NEXT);
      browser.pages().goTo(address("/"));
      ProcessHandle.current()
          .descendants()
          .filter(process ->
              process.info().command().orElse("").matches(".*/(chromedriver|firefox[^/]*)"))
          .forEach(ProcessHandle::destroyForcibly);
      BrowserException failure = fails(browser, () -> browser.pages().title());
      assertEquals(Kind.LOST, failure.kind());
    }
    nextIsGood();
  }

  /** Firefox has programs of its own for tabs; Java cannot tell their long command lines. */
  private static boolean isOfTab(ProcessHandle process) {
    try {
      return Files.readString(Path.of("/proc/" + process.pid() + "/cmdline"))
          .matches("(?s).*[ \0]tab\0*");
    } catch (IOException ended) {
      return false;
    }
  }

  @Test
  void aTabThatCrashedIsNotThePagesFault() {
    try (Browser browser = pool.open()) {
      browser.within(NEXT);
      browser.pages().goTo(address("/"));
      if (kind.equals("firefox")) {
        ProcessHandle.current()
            .descendants()
            .filter(FaultsTest::isOfTab)
            .forEach(ProcessHandle::destroyForcibly);
      }
      BrowserException failure =
          fails(
              browser,
              () -> {
                if (kind.equals("chrome")) {
                  browser.pages().goTo("chrome://crash");
                }
                browser.elements().text(target("id", "p"), LIMIT);
              });
      assertEquals(Kind.LOST, failure.kind(), failure.getMessage());
    }
    nextIsGood();
  }

  @Test
  void namesThatAPageDefinesForItselfAreNotTrusted() {
    try (Browser browser = pool.open()) {
      browser.within(NEXT);
      browser.pages().goTo(address("/own-names"));
      assertEquals("here", browser.elements().text(target("xpath", "//p"), NEXT));
      assertFalse(
          browser.elements().await(target("xpath", "//p"), new Wanted.Gone(), LIMIT).holds());
    }
  }
}
