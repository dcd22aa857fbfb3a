package elmtable.webdriver.wire;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import io.javalin.Javalin;
import io.javalin.websocket.WsMessageContext;
import java.time.Duration;
import java.util.Map;
import java.util.function.BiConsumer;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** A connection to a program that answers late, badly or not at all. */
class BiDiConnectionTest {
  /** After that long, a program that answers nothing was asked whether it lives. */
  private static final Duration SOON = Duration.ofSeconds(20);

  private Javalin program;

  /** A program that does this with each command. */
  private BiDiConnection connected(BiConsumer<JsonNode, WsMessageContext> carriesOut) {
    ObjectMapper json = new ObjectMapper();
    program =
        Javalin.create(
                config -> {
                  config.jetty.host = "127.0.0.1";
                  config.jetty.port = 0;
                  config.startup.showJavalinBanner = false;
                  config.routes.ws(
                      "/session",
                      ws ->
                          ws.onMessage(
                              got -> carriesOut.accept(json.readTree(got.message()), got)));
                })
            .start();
    return BiDiConnection.connect("ws://127.0.0.1:" + program.port() + "/session");
  }

  private static void answer(JsonNode command, WsMessageContext to, String rest) {
    to.send("{\"id\": %d, %s}".formatted(command.path("id").asLong(), rest));
  }

  @AfterEach
  void stop() {
    program.stop();
  }

  @Test
  void aProgramThatAnswersNothingIsNotWaitedFor() {
    try (BiDiConnection connection = connected((command, to) -> {})) {
      long begun = System.nanoTime();
      BrowserException lost =
          assertThrows(
              BrowserException.class,
              () -> connection.command("browser.createUserContext", Map.of()));
      assertEquals(Kind.LOST, lost.kind());
      assertTrue(
          lost.getMessage().startsWith("The browser did not carry out browser.createUserContext"),
          lost.getMessage());
      assertTrue(System.nanoTime() - begun < SOON.toNanos());
    }
  }

  /** What is slow is not lost: here it comes only after the program was asked whether it lives. */
  @Test
  void aProgramThatIsSlowIsWaitedFor() {
    JsonNode[] slow = new JsonNode[1];
    try (BiDiConnection connection =
        connected((command, to) -> {
          if (!command.path("method").asText().equals("session.status")) {
            slow[0] = command;
            return;
          }
          answer(command, to, "\"type\": \"success\", \"result\": {\"ready\": true}");
          answer(slow[0], to, "\"type\": \"success\", \"result\": {\"userContext\": \"one\"}");
        })) {
      JsonNode result = connection.command("browser.createUserContext", Map.of());
      assertEquals("one", result.path("userContext").asText());
    }
  }

  @Test
  void whatTheBrowserRefusesIsToldAsItSaysIt() {
    try (BiDiConnection connection =
        connected((command, to) ->
            answer(
                command,
                to,
                "\"type\": \"error\", \"error\": \"unknown command\", \"message\": \"No such"
                    + " thing\""))) {
      WebDriverError refused =
          assertThrows(WebDriverError.class, () -> connection.command("browser.dream", Map.of()));
      assertEquals("unknown command", refused.code());
    }
  }

  @Test
  void whatIsWaitedForEndsWithTheConnection() {
    try (BiDiConnection connection =
        connected((command, to) -> to.closeSession(1001, "the program ends"))) {
      BrowserException lost =
          assertThrows(
              BrowserException.class, () -> connection.command("session.status", Map.of()));
      assertEquals(Kind.LOST, lost.kind());
      assertTrue(connection.isGone());
    }
  }
}
