package elmtable.server.http;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.WebSocket;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.function.Predicate;

/** A page that listens to the server. */
final class LivePage implements AutoCloseable {
  private static final ObjectMapper JSON = new ObjectMapper();

  private final BlockingQueue<JsonNode> messages = new LinkedBlockingQueue<>();
  private final HttpClient client = HttpClient.newHttpClient();
  private WebSocket socket;

  /** Opens one; {@code origin} is empty for a program that is no page. */
  static LivePage open(int port, String origin) {
    LivePage page = new LivePage();
    WebSocket.Builder builder = page.client.newWebSocketBuilder();
    if (!origin.isEmpty()) {
      builder.header("Origin", origin);
    }
    page.socket =
        builder
            .buildAsync(URI.create("ws://127.0.0.1:" + port + "/api/live"), page.new Listener())
            .join();
    return page;
  }

  private final class Listener implements WebSocket.Listener {
    private final StringBuilder text = new StringBuilder();

    @Override
    public CompletionStage<?> onText(WebSocket from, CharSequence data, boolean last) {
      text.append(data);
      if (last) {
        messages.add(read(text.toString()));
        text.setLength(0);
      }
      from.request(1);
      return null;
    }
  }

  private static JsonNode read(String message) {
    try {
      return JSON.readTree(message);
    } catch (JsonProcessingException broken) {
      throw new IllegalArgumentException(broken);
    }
  }

  void send(String message) {
    socket.sendText(message, true).join();
  }

  /** The next message that fits; null where none comes within ten seconds. */
  JsonNode await(Predicate<JsonNode> wanted) throws InterruptedException {
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(10);
    while (true) {
      JsonNode next = messages.poll(end - System.nanoTime(), TimeUnit.NANOSECONDS);
      if (next == null || wanted.test(next)) {
        return next;
      }
    }
  }

  @Override
  public void close() {
    socket.abort();
    client.close();
  }
}
