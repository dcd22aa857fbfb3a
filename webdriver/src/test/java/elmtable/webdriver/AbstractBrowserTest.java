package elmtable.webdriver;

import static org.junit.jupiter.api.Assertions.assertThrows;

import com.sun.net.httpserver.HttpServer;
import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import elmtable.browser.Locator;
import elmtable.browser.Target;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.params.AfterParameterizedClassInvocation;
import org.junit.jupiter.params.BeforeParameterizedClassInvocation;
import org.junit.jupiter.params.Parameter;
import org.junit.jupiter.params.ParameterizedClass;
import org.junit.jupiter.params.provider.ValueSource;

/** Real browsers and a server of pages that are made for one thing each. */
@ParameterizedClass
@ValueSource(strings = {"chrome", "firefox"})
abstract class AbstractBrowserTest {
  static final Duration LIMIT = Duration.ofSeconds(30);
  static final Duration SHORT = Duration.ofSeconds(1);

  /** A test is one step to its browser, on a machine that is busy, too. */
  private static final Duration WHOLE_TEST = Duration.ofMinutes(2);

  static BrowserLauncher launcher;
  static Browser.Pool pool;
  static HttpServer server;
  static volatile String page = "";
  static volatile CountDownLatch answer;

  /** That {@code /slow} was asked for. */
  static CountDownLatch asked;

  private static CompletableFuture<Browser> next;
  Browser browser;

  @Parameter String kind;

  @BeforeParameterizedClassInvocation
  static void start(String kind) throws IOException {
    answer = new CountDownLatch(1);
    asked = new CountDownLatch(1);
    launcher = new BrowserLauncher(Path.of(""));
    pool = launcher.pool(BrowserConfig.of(kind));
    server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
    server.createContext(
        "/",
        exchange -> {
          if (exchange.getRequestURI().getPath().equals("/slow")) {
            late();
          }
          String body =
              exchange.getRequestURI().getPath().equals("/next")
                  ? "<title>Next</title><p id=there>there"
                  : page;
          byte[] bytes =
              ("<!doctype html><meta charset=utf-8>" + body).getBytes(StandardCharsets.UTF_8);
          exchange.sendResponseHeaders(200, bytes.length);
          exchange.getResponseBody().write(bytes);
          exchange.close();
        });
    server.start();
  }

  @AfterParameterizedClassInvocation
  static void stop() {
    next.join().close();
    next = null;
    pool.close();
    launcher.close();
    server.stop(0);
  }

  /** The next one is made ready while a test goes on, as runs do. */
  @BeforeEach
  void open() {
    browser = next == null ? pool.open() : next.join();
    browser.within(WHOLE_TEST);
    next = CompletableFuture.supplyAsync(pool::open);
  }

  @AfterEach
  void close() {
    browser.close();
  }

  static Browser openOf(Browser.Pool pool) {
    Browser browser = pool.open();
    browser.within(WHOLE_TEST);
    return browser;
  }

  static String address(String path) {
    return "http://127.0.0.1:" + server.getAddress().getPort() + path;
  }

  void show(String body) {
    page = body;
    browser.pages().goTo(address("/"));
  }

  static Target target(String by, String value) {
    return new Target("it", new Locator(Locator.By.named(by).orElseThrow(), value));
  }

  String text(String by, String value) {
    return browser.elements().text(target(by, value), LIMIT);
  }

  String failure(Runnable action) {
    return assertThrows(BrowserException.class, action::run).getMessage();
  }

  /** Answers at {@code /slow} when the test says so. */
  private static void late() {
    asked.countDown();
    try {
      answer.await(LIMIT.toSeconds(), TimeUnit.SECONDS);
    } catch (InterruptedException stopping) {
      Thread.currentThread().interrupt();
    }
  }
}
