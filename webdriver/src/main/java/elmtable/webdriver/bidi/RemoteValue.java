package elmtable.webdriver.bidi;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Values of a page's scripts as the protocol writes them (WebDriver BiDi, script.RemoteValue). */
final class RemoteValue {
  private RemoteValue() {}

  /**
   * The value as JSON has it: texts, numbers, yes or no, lists, maps, and null for nothing. What
   * JSON has no shape for is given by its text, or else by what it is.
   */
  static Object read(JsonNode remote) {
    JsonNode value = remote.path("value");
    return switch (remote.path("type").asText()) {
      case "undefined", "null" -> null;
      case "number" -> number(value);
      case "boolean" -> value.asBoolean();
      case "array", "set", "nodelist", "htmlcollection" -> list(value);
      case "object", "map" -> map(value);
      case "regexp" -> "/" + value.path("pattern").asText() + "/" + value.path("flags").asText();
      case "node" -> "<" + value.path("localName").asText("node") + ">";
      default -> value.isTextual() ? value.asText() : remote.path("type").asText();
    };
  }

  private static Object number(JsonNode value) {
    if (value.isTextual()) {
      // NaN, Infinity, and -0.
      return value.asText().equals("-0") ? (Object) 0 : value.asText();
    }
    return value.isInt() ? (Object) value.asInt() : value.numberValue();
  }

  private static List<Object> list(JsonNode values) {
    List<Object> list = new ArrayList<>();
    values.forEach(value -> list.add(read(value)));
    return list;
  }

  private static Map<String, Object> map(JsonNode pairs) {
    Map<String, Object> map = new LinkedHashMap<>();
    for (JsonNode pair : pairs) {
      JsonNode key = pair.path(0);
      map.put(key.isTextual() ? key.asText() : String.valueOf(read(key)), read(pair.path(1)));
    }
    return map;
  }
}
