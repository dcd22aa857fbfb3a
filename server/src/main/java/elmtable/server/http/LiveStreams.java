package elmtable.server.http;

import elmtable.report.EventLines;
import elmtable.run.event.RunEvent;
import elmtable.run.event.RunListener;
import elmtable.server.service.Services;
import io.javalin.http.sse.SseClient;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;

/** Server-sent events: what changes in the project and its runs, and what happens in a run. */
final class LiveStreams implements AutoCloseable {
  private static final long BEAT_SECONDS = 15;

  private final Supplier<Services> services;
  private final Set<SseClient> open = ConcurrentHashMap.newKeySet();
  private final Set<SseClient> watching = ConcurrentHashMap.newKeySet();
  private final ScheduledExecutorService beat =
      Executors.newSingleThreadScheduledExecutor(
          Thread.ofPlatform().daemon().name("stream beat").factory());

  LiveStreams(CompletableFuture<Services> services) {
    this.services = services::join;
    services.thenAccept(ready -> {
      ready.workspace().onChange(() -> notifyListeners("project"));
      ready.runs().onChange(() -> notifyListeners("runs"));
    });
    // A comment now and then keeps proxies from closing a quiet stream, and finds clients that went
    // away.
    beat.scheduleAtFixedRate(
        () -> open.forEach(client -> comment(client, "beat")),
        BEAT_SECONDS,
        BEAT_SECONDS,
        TimeUnit.SECONDS);
  }

  private void notifyListeners(String what) {
    watching.forEach(client -> event(client, "change", what));
  }

  void changes(SseClient client) {
    client.keepAlive();
    open.add(client);
    watching.add(client);
    client.onClose(() -> {
      open.remove(client);
      watching.remove(client);
    });
    comment(client, "open");
  }

  /** All events of a run that is going, from its first; one that is over ends at once. */
  void run(SseClient client, long id) {
    client.keepAlive();
    open.add(client);
    RunListener watcher = event -> send(client, id, event);
    client.onClose(() -> {
      open.remove(client);
      services.get().runs().unwatch(id, watcher);
    });
    if (!services.get().runs().watch(id, watcher)) {
      event(client, "over", String.valueOf(id));
      client.close();
    }
  }

  /** An event without data would not reach the page. */
  private static void send(SseClient client, long id, RunEvent event) {
    event(client, "event", EventLines.write(event));
    if (event instanceof RunEvent.RunFinished) {
      event(client, "over", String.valueOf(id));
    }
  }

  /** A client takes one message at a time, and beats come from a thread of their own. */
  private static void event(SseClient client, String name, String data) {
    synchronized (client) {
      client.sendEvent(name, data);
    }
  }

  private static void comment(SseClient client, String text) {
    synchronized (client) {
      client.sendComment(text);
    }
  }

  @Override
  public void close() {
    beat.shutdownNow();
    open.forEach(SseClient::close);
  }
}
