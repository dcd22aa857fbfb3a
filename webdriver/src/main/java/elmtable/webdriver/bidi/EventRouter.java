package elmtable.webdriver.bidi;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.Credentials;
import elmtable.webdriver.bidi.BrowserProgram.Kind;
import elmtable.webdriver.bidi.events.ContextEvents;
import elmtable.webdriver.wire.BiDiConnection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Hands each event of a program to the user context that it is about, on the connection's thread.
 */
final class EventRouter {
  private static final Logger LOG = LoggerFactory.getLogger(EventRouter.class);

  private final BiDiConnection connection;
  private final Kind kind;

  /** What happened in each user context that is in use. */
  private final Map<String, ContextEvents> contexts = new ConcurrentHashMap<>();

  /** The user context of each page and frame. */
  private final Map<String, String> users = new ConcurrentHashMap<>();

  /** Windows that a page opened and whose first document is not there yet. */
  private final Set<String> opening = ConcurrentHashMap.newKeySet();

  /** The page or frame of each realm. */
  private final Map<String, String> realms = new ConcurrentHashMap<>();

  EventRouter(BiDiConnection connection, Kind kind) {
    this.connection = connection;
    this.kind = kind;
  }

  void add(String user, ContextEvents events) {
    contexts.put(user, events);
  }

  void remove(String user) {
    contexts.remove(user);
  }

  void receive(String event, JsonNode about) {
    String context = contextOf(event, about);
    if (event.equals("network.authRequired")) {
      authenticate(context, about);
      return;
    }
    if (context == null) {
      return;
    }
    if (event.equals("browsingContext.contextCreated")) {
      users.put(context, about.path("userContext").asText());
      if (about.path("originalOpener").isTextual()) {
        opening.add(context);
      }
    }
    ContextEvents events = contexts.get(users.getOrDefault(context, ""));
    if (event.equals("browsingContext.contextDestroyed")) {
      users.remove(context);
      realms.values().removeIf(context::equals);
    }
    if (events == null) {
      return;
    }
    if (event.equals("browsingContext.userPromptOpened")
        && about.path("type").asText().equals("beforeunload")) {
      // Whoever leaves a page in a test means to leave it.
      connection.send(
          "browsingContext.handleUserPrompt", Map.of("context", context, "accept", true));
      return;
    }
    if (event.equals("network.beforeRequestSent") && about.path("isBlocked").asBoolean()) {
      answerBlocked(events, about.path("request"));
      return;
    }
    events.receive(event, context, about);
    if (event.equals("browsingContext.navigationCommitted")
        && opening.remove(context)
        && kind == Kind.CHROME) {
      findRealms(context, events);
    }
  }

  /** A site asks who is there; nothing goes on before it is answered. */
  private void authenticate(String context, JsonNode about) {
    if (!about.path("isBlocked").asBoolean()) {
      return;
    }
    String request = about.path("request").path("request").asText();
    ContextEvents events = contexts.get(users.getOrDefault(context, ""));
    Optional<Credentials> credentials =
        events == null ? Optional.empty() : events.authentication().answer(context, about);
    connection.send(
        "network.continueWithAuth",
        credentials
            .<Map<String, ?>>map(known ->
                Map.of(
                    "request",
                    request,
                    "action",
                    "provideCredentials",
                    "credentials",
                    Map.of(
                        "type",
                        "password",
                        "username",
                        known.user(),
                        "password",
                        known.password())))
            .orElseGet(() -> Map.of("request", request, "action", "cancel")));
  }

  /** What we held up is answered with an empty page where that was meant, else goes on. */
  private void answerBlocked(ContextEvents events, JsonNode request) {
    String id = request.path("request").asText();
    if (!events.isAnsweredEmpty(request.path("url").asText())) {
      connection.send("network.continueRequest", Map.of("request", id));
      return;
    }
    Map<String, ?> type =
        Map.of("name", "content-type", "value", Map.of("type", "string", "value", "text/html"));
    connection.send(
        "network.provideResponse",
        Map.of(
            "request",
            id,
            "statusCode",
            200,
            "headers",
            List.of(type),
            "body",
            Map.of("type", "string", "value", "<!doctype html>")));
  }

  /**
   * ChromeDriver (156) does not see the realms of the first document in a window that a page opened
   * and that shares its process, and whatever is asked of it is never answered; it finds them when
   * it is told of all realms again.
   */
  private void findRealms(String context, ContextEvents events) {
    connection
        .send("goog:cdp.getSession", Map.of("context", context))
        .thenApply(found -> found.path("session").asText())
        .thenCompose(session ->
            cdp(session, "Runtime.disable").thenCompose(done -> cdp(session, "Runtime.enable")))
        .whenComplete((done, failed) -> {
          if (failed != null) {
            LOG.debug("The realms of a new window were not found again", failed);
          }
          // What was asked before is asked again.
          events.left(context);
        });
  }

  private CompletableFuture<JsonNode> cdp(String session, String method) {
    return connection.send(
        "goog:cdp.sendCommand", Map.of("method", method, "params", Map.of(), "session", session));
  }

  /** The window or frame that an event is about, or null where it is about none. */
  private String contextOf(String event, JsonNode about) {
    String realm = about.path("realm").asText();
    return switch (event) {
      case "log.entryAdded" -> about.path("source").path("context").asText();
      case "script.realmDestroyed" -> realms.remove(realm);
      case "script.realmCreated" -> {
        // A worker's realm is in no window.
        String context = about.path("context").asText(null);
        if (context != null) {
          realms.put(realm, context);
        }
        yield context;
      }
      default -> about.path("context").asText();
    };
  }
}
