package elmtable.webdriver.bidi.events;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ContextEventsTest {
  private final ContextEvents watch = new ContextEvents();

  private static JsonNode json(String text) {
    try {
      return new ObjectMapper().readTree(text.replace('\'', '"'));
    } catch (JsonProcessingException wrong) {
      throw new AssertionError(wrong);
    }
  }

  private static JsonNode request(String id) {
    return json(
        "{'request': {'request': '%s', 'method': 'GET', 'url': 'http://kiln/%s'}}"
            .formatted(id, id));
  }

  private static JsonNode window(String id) {
    return json("{'context': '%s', 'parent': null}".formatted(id));
  }

  private static JsonNode entry(String level, String text) {
    return json("{'level': '%s', 'text': '%s'}".formatted(level, text));
  }

  @Test
  void windowsAreInTheOrderOfOpening() {
    List.of("a", "b", "c")
        .forEach(id -> watch.receive("browsingContext.contextCreated", id, window(id)));
    watch.receive("browsingContext.contextDestroyed", "b", window("b"));
    watch.receive("browsingContext.contextCreated", "d", window("d"));
    assertEquals(List.of("a", "c", "d"), watch.windows());
  }

  @Test
  void onlyErrorsAreKeptAndNotWithoutEnd() {
    watch.receive("log.entryAdded", "w", entry("warn", "w"));
    for (int i = 0; i < 1_000; i++) {
      watch.receive("log.entryAdded", "w", entry("error", "e" + i));
    }
    assertEquals("e0", watch.errors().get(0));
    assertTrue(watch.errors().size() < 1_000, "a page that reports for ever fills no memory");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "TypeError: NetworkError when attempting to fetch resource.",
        "AbortError: The operation was aborted. "
      })
  void whatEndsBecauseItsPageIsLeftIsNoErrorOfThePage(String text) {
    watch.receive("log.entryAdded", "w", entry("error", text));
    assertEquals(List.of(text), watch.errors(), "the page stays");
    watch.receive("browsingContext.navigationStarted", "w", json("{'navigation': '1'}"));
    watch.receive("log.entryAdded", "w", entry("error", text));
    watch.receive("log.entryAdded", "w", entry("error", "ReferenceError: kiln"));
    assertEquals(List.of(text, "ReferenceError: kiln"), watch.errors(), "the page is being left");
  }

  @Test
  void atTheLimitOpenRequestsAreNamed() throws InterruptedException {
    watch.receive("network.beforeRequestSent", "w", request("1"));
    watch.receive("network.beforeRequestSent", "w", request("2"));
    watch.receive("network.responseCompleted", "w", request("1"));
    assertEquals(List.of("GET http://kiln/2"), watch.awaitQuiet(Duration.ZERO));
  }

  @Test
  void anAnswerEndsTheWait() throws Exception {
    watch.receive("network.beforeRequestSent", "w", request("1"));
    CompletableFuture<List<String>> quiet = new CompletableFuture<>();
    Thread.ofVirtual()
        .start(() -> {
          try {
            quiet.complete(watch.awaitQuiet(Duration.ofSeconds(30)));
          } catch (InterruptedException stopped) {
            quiet.completeExceptionally(stopped);
          }
        });
    watch.receive("network.responseCompleted", "w", request("1"));
    watch.receive("network.responseCompleted", "w", request("never asked"));
    assertEquals(List.of(), quiet.get(20, TimeUnit.SECONDS));
  }
}
