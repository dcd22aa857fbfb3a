package elmtable.server.live;

import elmtable.server.message.LiveMessages.LiveMessage;
import java.util.ArrayDeque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.Set;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Function;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * One page that listens. It has a queue with a limit and a thread of its own, so that nobody ever
 * waits for it; one that does not read is closed, and asks again for what it missed.
 */
public final class LiveClient {
  private static final Logger LOG = LoggerFactory.getLogger(LiveClient.class);
  private static final int MOST_WAITING = 1_000_000;
  private static final long LONGEST_SECONDS = 10;
  private static final int EVENTS_AT_ONCE = 200;

  private final LiveConnection connection;
  private final Function<LiveMessage, String> write;
  private final Queue<String> queue = new ArrayDeque<>();
  private final Map<Long, RunCursor> runs = new HashMap<>();
  private Set<Long> documents = Set.of();
  private String page = "";
  private int waiting;
  private boolean closed;

  LiveClient(LiveConnection connection, Function<LiveMessage, String> write) {
    this.connection = connection;
    this.write = write;
  }

  void start() {
    Thread.ofVirtual().name("live client").start(this::run);
  }

  /** Puts a message into the queue, and never waits. */
  synchronized void offer(String message) {
    if (closed) {
      return;
    }
    waiting += message.length();
    if (waiting > MOST_WAITING) {
      close("It did not read.");
      return;
    }
    queue.add(message);
    notifyAll();
  }

  synchronized boolean watches(long document) {
    return documents.contains(document);
  }

  synchronized Set<Long> documents() {
    return documents;
  }

  /** The page's own name for itself; empty until it told. */
  synchronized String page() {
    return page;
  }

  synchronized void setPage(String client) {
    page = client;
  }

  /** What it wants to hear of from now on. */
  synchronized void watch(List<Long> wantedDocuments, Map<Long, RunCursor> wantedRuns) {
    documents = new HashSet<>(wantedDocuments);
    runs.values().forEach(cursor -> cursor.stop());
    runs.clear();
    runs.putAll(wantedRuns);
    runs.values().forEach(cursor -> cursor.begin(this::wake));
    notifyAll();
  }

  private synchronized void wake() {
    notifyAll();
  }

  synchronized void close(String reason) {
    if (closed) {
      return;
    }
    closed = true;
    queue.clear();
    runs.values().forEach(cursor -> cursor.stop());
    connection.close(reason);
    notifyAll();
  }

  private void run() {
    try {
      Supplier<String> message = next();
      while (message != null) {
        connection.send(message.get()).get(LONGEST_SECONDS, TimeUnit.SECONDS);
        message = next();
      }
    } catch (TimeoutException stuck) {
      close("It did not read for " + LONGEST_SECONDS + " seconds.");
    } catch (ExecutionException gone) {
      LOG.debug("A page went away", gone);
      close("It went away.");
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      close("The server ends.");
    }
  }

  /** Waits for the next message, which is written outside the lock; null at the end. */
  private synchronized Supplier<String> next() throws InterruptedException {
    while (!closed) {
      String message = queue.poll();
      if (message != null) {
        waiting -= message.length();
        return () -> message;
      }
      for (RunCursor cursor : runs.values()) {
        LiveMessage news = cursor.next(EVENTS_AT_ONCE);
        if (news != null) {
          return () -> write.apply(news);
        }
      }
      wait();
    }
    return null;
  }
}
