package elmtable.webdriver.wire;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.webdriver.page.Seconds;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.WebSocket;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.BiConsumer;

/** A connection of WebDriver BiDi: commands with their answers, and events. */
public final class BiDiConnection implements AutoCloseable {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final HttpClient HTTP = HttpClient.newHttpClient();
  private static final Duration CONNECT = Duration.ofSeconds(10);

  /** What one waits for a command of the program, and how often one asks whether it still lives. */
  private static final Duration PATIENCE = Duration.ofSeconds(30);

  private static final Duration SILENCE = Duration.ofSeconds(5);

  private final Map<Long, CompletableFuture<JsonNode>> waiting = new ConcurrentHashMap<>();
  private final AtomicLong ids = new AtomicLong();
  private final WebSocket socket;
  private CompletableFuture<?> lastSent = CompletableFuture.completedFuture(null);
  private volatile boolean gone;
  private volatile BiConsumer<String, JsonNode> listener = (method, parameters) -> {};

  private BiDiConnection(URI address) {
    socket =
        HTTP.newWebSocketBuilder()
            .connectTimeout(CONNECT)
            .buildAsync(address, new Incoming())
            .join();
  }

  public static BiDiConnection connect(String address) {
    try {
      return new BiDiConnection(URI.create(address));
    } catch (CompletionException refused) {
      throw new BrowserException(
          Kind.LOST, "The connection to the browser cannot be opened.", refused);
    }
  }

  /** Receives events, on the connection's own thread, in their order. */
  public void onEvent(BiConsumer<String, JsonNode> receiver) {
    listener = receiver;
  }

  public boolean isGone() {
    return gone;
  }

  /**
   * Sends a command.
   *
   * @return its result, or a {@link WebDriverError}, or a {@link BrowserException} where the
   *     connection ends before there is one
   */
  public CompletableFuture<JsonNode> send(String method, Map<String, ?> parameters) {
    long id = ids.incrementAndGet();
    CompletableFuture<JsonNode> answer = new CompletableFuture<>();
    answer.whenComplete((result, failed) -> waiting.remove(id));
    waiting.put(id, answer);
    if (gone) {
      answer.completeExceptionally(lost("it closed its connection"));
      return answer;
    }
    try {
      send(JSON.writeValueAsString(Map.of("id", id, "method", method, "params", parameters)))
          .exceptionally(failed -> {
            answer.completeExceptionally(lost(String.valueOf(failed.getMessage())));
            return null;
          });
    } catch (IOException impossible) {
      throw new UncheckedIOException(impossible);
    }
    return answer;
  }

  private static BrowserException lost(String reason) {
    return new BrowserException(Kind.LOST, "The browser is gone: " + reason + ".");
  }

  /**
   * Sends a command that the program itself carries out, and waits for its result as long as the
   * program answers at all.
   *
   * @throws WebDriverError as the browser answered
   */
  public JsonNode command(String method, Map<String, ?> parameters) {
    CompletableFuture<JsonNode> answer = send(method, parameters);
    long begun = System.nanoTime();
    Duration waited = Duration.ZERO;
    do {
      if (ends(answer, SILENCE)) {
        return result(answer, method);
      }
      waited = Duration.ofNanos(System.nanoTime() - begun);
    } while (waited.compareTo(PATIENCE) < 0 && answers(SILENCE));
    throw late(answer, method, waited);
  }

  /**
   * Sends a command and waits for its result.
   *
   * @throws WebDriverError as the browser answered
   */
  public JsonNode command(String method, Map<String, ?> parameters, Duration limit) {
    CompletableFuture<JsonNode> answer = send(method, parameters);
    if (ends(answer, limit)) {
      return result(answer, method);
    }
    throw late(answer, method, limit);
  }

  /** Whether the program itself answers in a time, whatever its pages do. */
  public boolean answers(Duration limit) {
    try {
      command("session.status", Map.of(), limit);
      return true;
    } catch (BrowserException | WebDriverError silent) {
      return false;
    }
  }

  /** Whether there is an answer in a time, good or bad. */
  private static boolean ends(CompletableFuture<?> answer, Duration limit) {
    try {
      answer.get(limit.toMillis(), TimeUnit.MILLISECONDS);
      return true;
    } catch (ExecutionException bad) {
      return true;
    } catch (TimeoutException late) {
      return false;
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new BrowserException(Kind.LOST, "Waiting for the browser was broken off.", interrupted);
    }
  }

  private static JsonNode result(CompletableFuture<JsonNode> answer, String method) {
    try {
      return answer.join();
    } catch (CompletionException failed) {
      if (failed.getCause() instanceof RuntimeException cause) {
        throw cause;
      }
      throw new BrowserException(
          Kind.LOST, "The browser did not carry out " + method + ".", failed.getCause());
    }
  }

  private static BrowserException late(CompletableFuture<?> answer, String method, Duration time) {
    answer.cancel(false);
    return new BrowserException(
        Kind.LOST, "The browser did not carry out " + method + " in " + Seconds.of(time) + ".");
  }

  /** A socket takes one message at a time. */
  private synchronized CompletableFuture<?> send(String message) {
    CompletableFuture<?> sent =
        lastSent
            .handle((before, failed) -> null)
            .thenCompose(ignored -> socket.sendText(message, true));
    lastSent = sent;
    return sent;
  }

  @Override
  public void close() {
    gone = true;
    socket.abort();
    end("the connection was closed");
  }

  private void end(String reason) {
    gone = true;
    waiting.values().forEach(answer -> answer.completeExceptionally(lost(reason)));
  }

  private void receive(String message) {
    try {
      JsonNode json = JSON.readTree(message);
      if (json.path("type").asText().equals("event")) {
        listener.accept(json.path("method").asText(), json.path("params"));
        return;
      }
      CompletableFuture<JsonNode> answer =
          json.has("id") ? waiting.get(json.path("id").asLong()) : null;
      if (answer == null) {
        return;
      }
      if (json.path("type").asText().equals("error")) {
        answer.completeExceptionally(
            new WebDriverError(json.path("error").asText(), json.path("message").asText()));
      } else {
        answer.complete(json.path("result"));
      }
    } catch (IOException notJson) {
      end("it sent what is not JSON");
    }
  }

  private final class Incoming implements WebSocket.Listener {
    private final StringBuilder text = new StringBuilder();

    @Override
    public CompletionStage<?> onText(WebSocket webSocket, CharSequence data, boolean last) {
      text.append(data);
      if (last) {
        String message = text.toString();
        text.setLength(0);
        receive(message);
      }
      webSocket.request(1);
      return null;
    }

    @Override
    public CompletionStage<?> onClose(WebSocket webSocket, int statusCode, String reason) {
      end("it closed the connection");
      return null;
    }

    @Override
    public void onError(WebSocket webSocket, Throwable error) {
      end(String.valueOf(error.getMessage()));
    }
  }
}
