package elmtable.webdriver.bidi;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.webdriver.bidi.events.Interruption;
import elmtable.webdriver.page.PageScripts;
import elmtable.webdriver.wire.WebDriverError;
import java.time.Duration;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;

/**
 * Asks the page, in a realm of our own where nothing is the page's. A question is asked once and
 * answered when the state holds or the limit is reached; it is asked again only where the page was
 * left meanwhile.
 */
final class PageAsker {
  static final String SANDBOX = "elm";

  private static final ObjectMapper JSON = new ObjectMapper();

  /** An answer of the page that comes this late is still its answer. */
  private static final Duration MARGIN = Duration.ofSeconds(1);

  /** A page that is left over and over is given a breath between two looks. */
  private static final Duration BREATH = Duration.ofMillis(10);

  private static final EnumSet<Interruption> ALL = EnumSet.allOf(Interruption.class);

  private final BiDiTab tab;

  PageAsker(BiDiTab tab) {
    this.tab = tab;
  }

  /**
   * What the page answered.
   *
   * @param node the remote value of an element or a window, or null
   * @param rest everything else
   */
  record Answer(JsonNode node, JsonNode rest) {
    boolean ok() {
      return rest.path("ok").asBoolean();
    }

    /** The element as the origin of an action or as an argument of a script. */
    Map<String, String> reference() {
      return Map.of("sharedId", node.path("sharedId").asText());
    }

    Map<String, ?> origin() {
      return Map.of("type", "element", "element", reference());
    }
  }

  /** Calls a function in our realm of the page; the whole result or exception. */
  JsonNode call(String function, List<?> arguments) {
    tab.requireNoDialog();
    awaitNavigation(tab.left());
    try {
      return tab.send(
          "script.callFunction",
          Map.of(
              "functionDeclaration",
              function,
              "awaitPromise",
              true,
              "target",
              Map.of("context", tab.context(), "sandbox", SANDBOX),
              "arguments",
              arguments));
    } catch (WebDriverError error) {
      throw tab.failure(error);
    }
  }

  Answer ask(Map<String, Object> question, Duration limit) {
    long end = System.nanoTime() + limit.toNanos();
    int left = 0;
    while (true) {
      tab.requireNoDialog();
      awaitNavigation(left(end));
      question.put("limit", Math.max(1, left(end).toMillis()));
      question.put("afterAction", tab.hasActed());
      Answer answer = call(question, left(end));
      // After an action that leads to another page, what the old one answers does not count.
      boolean passing =
          answer == null || tab.hasActed() && tab.events().isNavigating(tab.context());
      if (answer != null && (!passing || left(end).isZero())) {
        tab.lookedAt();
        return answer;
      }
      if (left(end).isZero() && ++left > 1) {
        throw new BrowserException(
            Kind.PAGE, "The page was left again and again and never stood still.");
      }
    }
  }

  /** Null where the page was left meanwhile. */
  private Answer call(Map<String, Object> question, Duration limit) {
    try {
      BiDiTab.Reply reply =
          tab.send(
              "script.callFunction",
              Map.of(
                  "functionDeclaration",
                  PageScripts.ASK,
                  "awaitPromise",
                  true,
                  "target",
                  Map.of("context", tab.context(), "sandbox", SANDBOX),
                  "arguments",
                  List.of(Map.of("type", "string", "value", JSON.writeValueAsString(question)))),
              limit.plus(MARGIN),
              ALL);
      return reply.isInterrupted() ? interrupted(reply.interruption()) : read(reply.answer());
    } catch (WebDriverError error) {
      if (!BiDiTab.isOfLeftPage(error)) {
        throw tab.failure(error);
      }
      breathe();
      return null;
    } catch (JsonProcessingException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  private Answer interrupted(Interruption interruption) {
    return switch (interruption) {
      case DIALOG -> throw new BrowserException(Kind.PAGE, tab.openDialog());
      case CLOSED -> throw tab.closed();
      case LEFT -> null;
    };
  }

  private Answer read(JsonNode answer) throws JsonProcessingException {
    if (answer.path("type").asText().equals("exception")) {
      throw new IllegalStateException(
          "A script of ours failed: " + answer.path("exceptionDetails").path("text").asText());
    }
    JsonNode result = answer.path("result");
    if (!result.path("type").asText().equals("array")) {
      install();
      return null;
    }
    JsonNode parts = result.path("value");
    return new Answer(parts.path(0), JSON.readTree(parts.path(1).path("value").asText()));
  }

  /** A document that was there before the program was told to install our script in each. */
  private void install() {
    tab.send(
        "script.callFunction",
        Map.of(
            "functionDeclaration",
            PageScripts.INSTALL,
            "awaitPromise",
            false,
            "target",
            Map.of("context", tab.context(), "sandbox", SANDBOX)),
        tab.left(),
        ALL);
  }

  private void awaitNavigation(Duration limit) {
    try {
      tab.events().awaitNavigation(tab.context(), limit);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new BrowserException(Kind.LOST, "Waiting was broken off.", interrupted);
    }
  }

  private static void breathe() {
    try {
      Thread.sleep(BREATH);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new BrowserException(Kind.LOST, "Waiting was broken off.", interrupted);
    }
  }

  static Duration left(long end) {
    return Duration.ofNanos(Math.max(0, end - System.nanoTime()));
  }
}
