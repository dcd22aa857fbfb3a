package elmtable.webdriver;

import com.fasterxml.jackson.databind.JsonNode;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What the pages of one user context did, as BiDi tells it: their windows, what they reported to
 * the console, and what they are asking of the network. Fed by the connection's thread, read by the
 * case's.
 */
final class PageWatch {
  private static final long QUIET_MILLIS = 500;
  private static final int MOST_ERRORS = 200;

  private final Set<String> windows = new LinkedHashSet<>();
  private final List<String> errors = new ArrayList<>();
  private final Map<String, String> open = new LinkedHashMap<>();
  private long quietSince = System.nanoTime();

  /** Windows in the order of opening. */
  synchronized List<String> windows() {
    return new ArrayList<>(windows);
  }

  synchronized List<String> errors() {
    return new ArrayList<>(errors);
  }

  synchronized void opened(String window) {
    windows.add(window);
    notifyAll();
  }

  synchronized void closed(String window) {
    windows.remove(window);
    notifyAll();
  }

  synchronized void logged(JsonNode entry) {
    if (entry.path("level").asText().equals("error") && errors.size() < MOST_ERRORS) {
      errors.add(entry.path("text").asText());
    }
  }

  synchronized void asked(JsonNode event) {
    JsonNode request = event.path("request");
    open.put(
        request.path("request").asText(),
        request.path("method").asText() + " " + request.path("url").asText());
  }

  synchronized void answered(JsonNode event) {
    if (open.remove(event.path("request").path("request").asText()) != null && open.isEmpty()) {
      quietSince = System.nanoTime();
    }
    notifyAll();
  }

  /** Waits for half a second without an open request; gives those open at the limit. */
  synchronized List<String> awaitQuiet(Duration limit) throws InterruptedException {
    long end = System.nanoTime() + limit.toNanos();
    while (true) {
      long now = System.nanoTime();
      long quiet = open.isEmpty() ? (now - quietSince) / 1_000_000 : 0;
      if (open.isEmpty() && quiet >= QUIET_MILLIS) {
        return List.of();
      }
      long left = (end - now) / 1_000_000;
      if (left <= 0) {
        return open.isEmpty()
            ? List.of("requests less than half a second ago")
            : new ArrayList<>(open.values());
      }
      wait(Math.max(1, Math.min(left, open.isEmpty() ? QUIET_MILLIS - quiet : left)));
    }
  }

  /** Waits until a window opens or closes, or a time is over. */
  synchronized void awaitChange(long millis) throws InterruptedException {
    wait(Math.max(1, millis));
  }
}
