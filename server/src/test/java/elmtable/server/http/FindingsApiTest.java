package elmtable.server.http;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What did not pass in a run, by cause, and what is decided of it. */
class FindingsApiTest extends AbstractApiTest {
  private static final String LOADS =
      """
      suite Loads

      case <programme> of <shelves>
      data
      | programme | shelves | cone |
      | Glaze     | 2       | 6    |
      | Bisque    | 2       | 04   |
      | Glaze     | 5       | 6    |
      | Raku      | 1       | 6    |
      steps
      | expect that | programme != 'Glaze' |

      case Broken
      steps
      | expect that | 1 = 2 |

      case Emptied
      after: Broken
      steps
      | log | empty |
      """;

  private int ranOnce() throws Exception {
    int run =
        send("POST", "/api/runs", Map.of("suites", List.of("Loads"))).body().path("id").asInt();
    untilOver(run);
    return run;
  }

  private JsonNode findings(int run) throws Exception {
    return get("/api/runs/" + run + "/findings").body();
  }

  @Test
  void failuresAreGroupedByCauseWithWhatTheyShare() throws Exception {
    send("POST", "/api/documents", Map.of("path", "loads.elmt", "text", LOADS));
    JsonNode view = findings(ranOnce());
    assertEquals(4, view.path("notPassed").asInt(), view::toPrettyString);
    assertEquals(4, view.path("grouped").asInt());
    List<String> groups = new ArrayList<>();
    for (JsonNode finding : view.path("findings")) {
      List<String> names = new ArrayList<>();
      finding.path("cases").forEach(one -> names.add(one.path("name").asText()));
      groups.add(finding.path("count").asInt() + " " + names);
    }
    assertEquals(List.of("2 [Glaze of 2, Glaze of 5]", "2 [Broken, Emptied]"), groups);
    List<String> shared = new ArrayList<>();
    view.path("findings")
        .get(0)
        .path("shared")
        .forEach(one ->
            shared.add(
                "%s %s: %s of %s"
                    .formatted(
                        one.path("name").asText(),
                        one.path("value").asText(),
                        one.path("notPassed").asText(),
                        one.path("all").asText())));
    assertEquals(List.of("programme Glaze: 2 of 2", "cone 6: 2 of 3"), shared);
    assertEquals(0, view.path("findings").get(1).path("shared").size());
  }

  @Test
  void whatIsDecidedHoldsForTheSameCauseInLaterRuns() throws Exception {
    send("POST", "/api/documents", Map.of("path", "loads.elmt", "text", LOADS));
    int first = ranOnce();
    JsonNode finding = findings(first).path("findings").get(0);
    String verdict =
        "/api/runs/" + first + "/findings/" + finding.path("key").asText() + "/verdict";
    assertTrue(finding.path("decided").isMissingNode());
    assertEquals(204, send("PUT", verdict, Map.of("verdict", "data", "author", "Ines")).status());
    JsonNode decided = findings(ranOnce()).path("findings").get(0).path("decided");
    assertEquals("data", decided.path("verdict").asText());
    assertEquals("Ines", decided.path("author").asText());
    assertEquals(first, decided.path("run").asInt());
    assertEquals(204, send("PUT", verdict, Map.of("verdict", "")).status());
    assertTrue(findings(first).path("findings").get(0).path("decided").isMissingNode());

    Answer unknown = send("PUT", verdict, Map.of("verdict", "weather"));
    assertEquals(400, unknown.status());
    assertTrue(unknown.body().path("detail").asText().contains("environment, unstable"));
    String none = "/api/runs/" + first + "/findings/none/verdict";
    assertEquals(404, send("PUT", none, Map.of("verdict", "data")).status());
    assertEquals(404, get("/api/runs/99/findings").status());
  }

  @Test
  void aRunIsComparedWithTheLastOneThatHadItsCases() throws Exception {
    send("POST", "/api/documents", Map.of("path", "loads.elmt", "text", LOADS));
    int first = ranOnce();
    assertTrue(get(comparison(first)).body().path("with").isMissingNode());
    JsonNode before = document("loads.elmt");
    update(before, "page", 0, replace(before, "1 = 2", "2 = 2"));
    JsonNode broken = document("loads.elmt");
    update(broken, "page", 1, replace(broken, "| Raku      | 1       | 6    |\n", ""));
    int second = ranOnce();
    JsonNode changed = get(comparison(second)).body();
    assertEquals(first, changed.path("with").asInt());
    assertEquals(List.of("Broken", "Emptied"), names(changed.path("fixed")));
    assertEquals(List.of(), names(changed.path("broken")));
    assertEquals(1, changed.path("gone").asInt());
    assertEquals(0, changed.path("added").asInt());
    JsonNode backwards = get(comparison(first) + "?with=" + second).body();
    assertEquals(List.of("Broken", "Emptied"), names(backwards.path("broken")));
    assertEquals(1, backwards.path("added").asInt());
    assertEquals(404, get(comparison(first) + "?with=99").status());
    assertEquals(400, get(comparison(first) + "?with=x").status());
    assertEquals(404, get(comparison(99)).status());
  }

  private static String comparison(int run) {
    return "/api/runs/" + run + "/comparison";
  }

  private static List<String> names(JsonNode compared) {
    List<String> names = new ArrayList<>();
    compared.path("cases").forEach(one -> names.add(one.path("name").asText()));
    assertEquals(names.size(), compared.path("count").asInt());
    return names;
  }
}
