package elmtable.webdriver.wire;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.sun.net.httpserver.HttpServer;
import elmtable.browser.BrowserException;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The classic protocol with a remote end that answers what a test wants. */
class WebDriverHttpTest {
  private static final Duration LIMIT = Duration.ofSeconds(30);

  private final List<String> requests = new ArrayList<>();
  private final CountDownLatch end = new CountDownLatch(1);
  private HttpServer remote;
  private WebDriverHttp wire;
  private int status = 200;
  private String answer = "{\"value\": null}";

  @BeforeEach
  void start() throws IOException {
    remote = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    remote.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
    remote.createContext(
        "/",
        exchange -> {
          requests.add(
              exchange.getRequestMethod()
                  + " "
                  + exchange.getRequestURI()
                  + " "
                  + new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8));
          if (exchange.getRequestURI().getPath().endsWith("/silent")) {
            await();
          }
          byte[] bytes = answer.getBytes(StandardCharsets.UTF_8);
          exchange.sendResponseHeaders(status, bytes.length);
          exchange.getResponseBody().write(bytes);
          exchange.close();
        });
    remote.start();
    wire =
        new WebDriverHttp(
            URI.create("http://127.0.0.1:" + remote.getAddress().getPort() + "/base"));
  }

  @AfterEach
  void stop() {
    end.countDown();
    remote.stop(0);
  }

  private void await() {
    try {
      end.await(LIMIT.toSeconds(), TimeUnit.SECONDS);
    } catch (InterruptedException stopping) {
      Thread.currentThread().interrupt();
    }
  }

  @Test
  void aCommandIsSentBelowTheAddressAndItsValueComesBack() {
    answer = "{\"value\": {\"ü\": [1, 2]}}";
    assertEquals(2, wire.post("/session/1/url", Map.of("url", "ö"), LIMIT).path("ü").size());
    wire.get("/status", LIMIT);
    wire.delete("/session/1", LIMIT);
    assertEquals(
        List.of(
            "POST /base/session/1/url {\"url\":\"ö\"}",
            "GET /base/status ",
            "DELETE /base/session/1 "),
        requests);
  }

  @Test
  void anErrorHasItsCodeAndTheFirstLineOfItsMessage() {
    status = 404;
    answer =
        "{\"value\": {\"error\": \"no such element\", \"message\": \"not there\\n  (a trace)\"}}";
    WebDriverError error = assertThrows(WebDriverError.class, () -> wire.get("/x", LIMIT));
    assertEquals("no such element", error.code());
    assertEquals("not there", error.getMessage());
    assertTrue(error.is("stale element reference", "no such element"));
  }

  @Test
  void anErrorWithoutACodeIsAnUnknownOne() {
    status = 500;
    answer = "{}";
    assertEquals(
        "unknown error", assertThrows(WebDriverError.class, () -> wire.get("/", LIMIT)).code());
  }

  @Test
  void whatIsNotJsonMeansThatTheDriverIsLost() {
    answer = "<h1>Proxy";
    assertFails(BrowserException.Kind.LOST, () -> wire.get("/", LIMIT));
  }

  @Test
  void aDriverThatIsGoneIsLostAndOneThatDoesNotAnswerIsSilent() {
    assertFails(BrowserException.Kind.SILENT, () -> wire.get("/silent", Duration.ofMillis(50)));
    remote.stop(0);
    assertFails(BrowserException.Kind.LOST, () -> wire.get("/", LIMIT));
  }

  private static void assertFails(BrowserException.Kind kind, Runnable command) {
    BrowserException lost = assertThrows(BrowserException.class, command::run);
    assertEquals(kind, lost.kind());
  }
}
