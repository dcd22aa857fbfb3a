package elmtable.webdriver.bidi.events;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Which answers of sites a browser keeps and gives again without asking, as RFC 9111 has it. What
 * pages are made of may be kept for the next case, so that it begins warm; what they say may not.
 */
final class StoredAnswers {
  private static final Set<String> PARTS =
      Set.of("script", "style", "font", "image", "worker", "sharedworker", "manifest");

  private static final Pattern PART_TYPE =
      Pattern.compile("(text/css|image/.*|font/.*|(text|application)/(javascript|x-javascript))");

  private static final Pattern MAX_AGE = Pattern.compile("\\bmax-age\\s*=\\s*\"?(\\d+)");

  /** Redirections that are kept though nothing says so. */
  private static final Set<Integer> LASTING = Set.of(301, 308);

  private StoredAnswers() {}

  /** Whether an answer is one that a later case could get again; of an event of BiDi. */
  static boolean isKept(JsonNode started) {
    JsonNode request = started.path("request");
    JsonNode response = started.path("response");
    return request.path("method").asText().equals("GET")
        && !isPart(request, response)
        && staysFresh(response.path("status").asInt(), headers(response));
  }

  private static boolean isPart(JsonNode request, JsonNode response) {
    if (request.hasNonNull("destination")) {
      return PARTS.contains(request.path("destination").asText());
    }
    return PART_TYPE.matcher(response.path("mimeType").asText()).matches();
  }

  /** Names in lower case; of several of one name the last one. */
  private static Map<String, String> headers(JsonNode response) {
    Map<String, String> headers = new HashMap<>();
    for (JsonNode header : response.path("headers")) {
      String name = header.path("name").asText().toLowerCase(Locale.ROOT);
      headers.put(name, header.path("value").path("value").asText());
    }
    return headers;
  }

  /** Whether a browser may give an answer again without asking. In doubt it does. */
  static boolean staysFresh(int status, Map<String, String> headers) {
    String control = headers.getOrDefault("cache-control", "").toLowerCase(Locale.ROOT);
    if (control.contains("no-store") || control.contains("no-cache")) {
      return false;
    }
    Matcher age = MAX_AGE.matcher(control);
    if (age.find()) {
      return !age.group(1).matches("0+");
    }
    if (control.isEmpty() && headers.getOrDefault("pragma", "").contains("no-cache")) {
      return false;
    }
    String expires = headers.getOrDefault("expires", "");
    if (!expires.isEmpty()) {
      return !expires.matches("-?\\d+");
    }
    return headers.containsKey("last-modified") || LASTING.contains(status);
  }
}
