package elmtable.webdriver.bidi.events;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.text.Origins;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** What the pages of a user context may have left where wiping does not reach. */
final class Traces {
  private static final int MOST_ORIGINS = 3;

  private final Set<String> framed = new LinkedHashSet<>();
  private String kept = "";

  /** A frame showed a page. */
  void framed(String address) {
    Origins.of(address).ifPresent(framed::add);
  }

  /** A site begins to answer. */
  void answered(JsonNode started) {
    if (kept.isEmpty() && StoredAnswers.isKept(started)) {
      kept = started.path("request").path("url").asText();
    }
  }

  /**
   * Why the user context cannot be used again.
   *
   * @param shown the origins that were shown in windows
   */
  Optional<String> beyondWiping(List<String> shown) {
    if (shown.size() > MOST_ORIGINS) {
      return Optional.of("it showed " + shown.size() + " sites");
    }
    if (!shown.containsAll(framed)) {
      return Optional.of("frames of other sites were shown: " + String.join(", ", framed));
    }
    return kept.isEmpty()
        ? Optional.empty()
        : Optional.of("the browser keeps an answer for later: " + kept);
  }
}
