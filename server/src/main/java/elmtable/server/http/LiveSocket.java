package elmtable.server.http;

import elmtable.server.live.LiveClient;
import elmtable.server.live.LiveConnection;
import elmtable.server.live.LiveHub;
import io.javalin.websocket.WsConfig;
import io.javalin.websocket.WsContext;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import org.eclipse.jetty.websocket.api.Callback;
import org.eclipse.jetty.websocket.api.Session;

/** The one WebSocket of a page. */
final class LiveSocket {
  /** A page says something every twenty seconds. */
  private static final Duration SILENCE = Duration.ofSeconds(60);

  private static final int CLOSED_BY_SERVER = 1001;
  private static final int NOT_UNDERSTOOD = 1007;
  private static final int LONGEST_REASON = 100;

  private final Supplier<LiveHub> hub;
  private final Map<String, LiveClient> clients = new ConcurrentHashMap<>();

  LiveSocket(Supplier<LiveHub> hub) {
    this.hub = hub;
  }

  void configure(WsConfig socket) {
    socket.onConnect(ctx -> {
      ctx.session.setIdleTimeout(SILENCE);
      clients.put(ctx.sessionId(), hub.get().join(new Connection(ctx.session)));
    });
    socket.onMessage(ctx -> receive(ctx, ctx.message()));
    socket.onClose(this::leave);
    socket.onError(this::leave);
  }

  private void receive(WsContext ctx, String message) {
    LiveClient client = clients.get(ctx.sessionId());
    try {
      if (client != null) {
        hub.get().receive(client, message);
      }
    } catch (IllegalArgumentException broken) {
      ctx.closeSession(NOT_UNDERSTOOD, shortened("Not understood: " + broken.getMessage()));
    }
  }

  private void leave(WsContext ctx) {
    LiveClient client = clients.remove(ctx.sessionId());
    if (client != null) {
      hub.get().leave(client);
    }
  }

  private static String shortened(String reason) {
    return reason.substring(0, Math.min(LONGEST_REASON, reason.length()));
  }

  private record Connection(Session session) implements LiveConnection {
    @Override
    public CompletableFuture<Void> send(String message) {
      CompletableFuture<Void> taken = new CompletableFuture<>();
      session.sendText(
          message, Callback.from(() -> taken.complete(null), taken::completeExceptionally));
      return taken;
    }

    /** One that does not read takes no farewell either, so the line is cut. */
    @Override
    public void close(String reason) {
      session.close(CLOSED_BY_SERVER, shortened(reason), Callback.NOOP);
      session.disconnect();
    }
  }
}
