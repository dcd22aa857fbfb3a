package elmtable.server.http;

import static org.junit.jupiter.api.Assertions.assertEquals;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** On the wire lines count from 1, in edits as in everything that is shown. */
class EditLinesTest extends AbstractApiTest {
  private static final String PATH = "suites/lines.elmt";
  private static final String TEXT =
      """
      suite Lines

      case first
      tags: a
      steps
      | log | one   |
      | log | two   |
      | log | three |

      case second
      steps
      | log | four |
      """;

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      quoteCharacter = '~',
      value = {
        "'edit': 'set cell', 'line': 7, 'cell': 1, 'text': 'x' ! two ! x",
        "'edit': 'set cells', 'line': 7, 'cell': 1, 'rows': [['x']] ! two ! x",
        "'edit': 'insert row', 'line': 7, 'below': true, 'cells': ['log', 'x'] ! two$ ! two$x$",
        "'edit': 'insert row', 'line': 7, 'below': false, 'cells': ['log', 'x'] ! one$ ! one$x$",
        "'edit': 'add row', 'block': 3, 'section': 'steps', 'cells': ['log', 'x'] ! three ! three$x",
        "'edit': 'remove rows', 'line': 6, 'count': 2 ! one$two$ ! ~~",
        "'edit': 'move rows', 'line': 8, 'count': 1, 'before': 6 ! one$two$three ! three$one$two",
        "'edit': 'move rows', 'line': 6, 'count': 1, 'before': 0 ! one$two$three ! two$three$one",
      })
  void anEditMeansTheLineThatIsShown(String edit, String shown, String then) throws Exception {
    send("PUT", "/api/documents/" + PATH, Map.of("text", TEXT), "If-Match", "\"0\"");
    String text = edited("{" + edit.strip() + "}").path("text").asText();
    String values =
        text.lines()
            .filter(line -> line.startsWith("| log"))
            .map(line -> line.split("\\|")[2].strip())
            .reduce("", (all, one) -> all + one + "$");
    String before = "one$two$three$four$";
    String replaced = then == null ? "" : then.strip();
    assertEquals(before.replace(shown.strip(), replaced), values);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "'edit': 'set property', 'block': 3, 'word': 'tags', 'value': 'b' ! tags: b",
        "'edit': 'set name', 'block': 10, 'name': 'last' ! case last",
        "'edit': 'set notes', 'block': 10, 'text': 'Why.' ! > Why.",
        "'edit': 'add blocks', 'block': 1, 'text': 'case new' ! case new",
      })
  void anEditMeansTheBlockThatIsShown(String edit, String line) throws Exception {
    send("PUT", "/api/documents/" + PATH, Map.of("text", TEXT), "If-Match", "\"0\"");
    List<String> lines = edited("{" + edit.strip() + "}").path("text").asText().lines().toList();
    assertEquals(1, lines.stream().filter(line.strip()::equals).count(), lines.toString());
  }

  @Test
  void aBlockIsRemovedByTheLineOfItsHeader() throws Exception {
    send("PUT", "/api/documents/" + PATH, Map.of("text", TEXT), "If-Match", "\"0\"");
    JsonNode blocks = edited("{'edit': 'remove block', 'block': 3}").path("blocks");
    assertEquals(2, blocks.size());
    assertEquals("second", blocks.get(1).path("name").asText());
  }

  private JsonNode edited(String edit) throws Exception {
    Map<String, Object> body = new HashMap<>();
    body.put("edits", List.of(JSON.readTree(edit.replace('\'', '"'))));
    Answer answer = send("POST", "/api/edits/" + PATH, body, "If-Match", "\"1\"");
    assertEquals(200, answer.status(), () -> String.valueOf(answer.body()));
    return get("/api/documents/" + PATH).body();
  }
}
