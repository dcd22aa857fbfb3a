package elmtable.webdriver.bidi.events;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The requests of pages that are not answered yet. Not every browser tells that a request ended
 * with its page: those that were open when its window or frame was left go with it.
 */
final class OpenRequests {
  private record Open(String context, String text) {}

  private final Map<String, Open> open = new LinkedHashMap<>();

  /** Those of a page that is about to be left, by its window or frame. */
  private final Map<String, Set<String>> leaving = new LinkedHashMap<>();

  private long quietSince = System.nanoTime();

  void sent(String context, JsonNode event) {
    JsonNode request = event.path("request");
    open.put(
        request.path("request").asText(),
        new Open(context, request.path("method").asText() + " " + request.path("url").asText()));
  }

  void answered(JsonNode event) {
    remove(Set.of(event.path("request").path("request").asText()));
  }

  /** A navigation starts: the page's requests end when the next document is there. */
  void leaving(String context, JsonNode navigation) {
    Set<String> ofPage = new HashSet<>();
    open.forEach((id, request) -> {
      boolean asksForNext = request.text().equals("GET " + navigation.path("url").asText());
      if (request.context().equals(context) && !asksForNext) {
        ofPage.add(id);
      }
    });
    leaving.put(context, ofPage);
  }

  void stays(String context) {
    leaving.remove(context);
  }

  void left(String context) {
    Set<String> gone = leaving.remove(context);
    if (gone != null) {
      remove(gone);
    }
  }

  /** A window or frame is gone with all it asked. */
  void closed(String context) {
    leaving.remove(context);
    Set<String> gone = new HashSet<>();
    open.forEach((id, request) -> {
      if (request.context().equals(context)) {
        gone.add(id);
      }
    });
    remove(gone);
  }

  private void remove(Set<String> ids) {
    if (open.keySet().removeAll(ids) && open.isEmpty()) {
      quietSince = System.nanoTime();
    }
  }

  boolean isEmpty() {
    return open.isEmpty();
  }

  /** For how long there has been none, in milliseconds. */
  long quietMillis(long now) {
    return open.isEmpty() ? (now - quietSince) / 1_000_000 : 0;
  }

  /** Method and address of each. */
  List<String> texts() {
    return open.values().stream().map(Open::text).toList();
  }
}
