package elmtable.server.http;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Files that are looked at before they are taken. */
class TriedFilesApiTest extends AbstractApiTest {
  @Test
  void aFileIsComparedByTheRowsOfTheDataSetsThatReadItBeforeItIsTaken() throws Exception {
    Path recipes = DEMO.resolve("data/recipes.xlsx");
    JsonNode same = tried("replacements", "data/recipes.xlsx", Files.readAllBytes(recipes)).body();
    assertTrue(same.size() > 0, "the demo reads recipes");
    same.forEach(set -> {
      assertTrue(set.path("before").asText().lines().count() > 1, set.toString());
      assertEquals(set.path("before"), set.path("after"));
    });
    JsonNode broken =
        tried("replacements", "data/recipes.xlsx", "no workbook".getBytes(UTF_8)).body();
    assertFalse(broken.get(0).path("broken").asText().isEmpty());
    assertEquals(same.get(0).path("before"), broken.get(0).path("before"));
    String name = same.get(0).path("name").asText();
    JsonNode set = get("/api/data/" + name.replace(" ", "%20")).body();
    assertEquals("data/recipes.xlsx", set.path("upload").asText());
    assertTrue(set.path("broken").isMissingNode(), "nothing was taken");
  }

  @Test
  void aReplacedMemberOfJsonIsSeenInItsRows() throws Exception {
    String members = Files.readString(DEMO.resolve("data/members.json"));
    JsonNode sets =
        tried(
                "replacements",
                "data/members.json",
                members.replace("Juno Farrow", "Juno Marsh").getBytes(UTF_8))
            .body();
    JsonNode changed = sets.get(0);
    assertTrue(changed.path("before").asText().contains("Juno Farrow"), sets.toString());
    assertTrue(changed.path("after").asText().contains("Juno Marsh"), sets.toString());
  }

  private Answer tried(String what, String path, byte[] content) throws Exception {
    HttpResponse<String> answer =
        client.send(
            HttpRequest.newBuilder(
                    URI.create("http://127.0.0.1:" + server.port() + "/api/" + what + "/" + path))
                .POST(HttpRequest.BodyPublishers.ofByteArray(content))
                .build(),
            HttpResponse.BodyHandlers.ofString());
    return new Answer(answer.statusCode(), JSON.readTree(answer.body()), Map.of());
  }

  @Test
  void aFileIsReadBeforeItIsTakenAndTellsTheSetsThatItCouldGive() throws Exception {
    JsonNode proposals =
        tried("proposals", "data/prices.csv", "clay;price\nRaku;4,50\n".getBytes(UTF_8)).body();
    assertEquals("data/prices.csv", proposals.path("path").asText());
    JsonNode set = proposals.path("sets").get(0);
    assertEquals("prices", set.path("name").asText());
    assertEquals("[\"from: data/prices.csv\",\"separator: ;\"]", set.path("properties").toString());
    assertEquals("[\"clay\",\"price\"]", set.path("columns").toString());
    assertEquals(1, set.path("rows").asInt());
    assertEquals("[[\"Raku\",\"4,50\"]]", set.path("first").toString());
    assertEquals(404, get("/api/documents/data/prices.csv").status(), "nothing was taken");
  }

  @Test
  void whatIsThereAlreadyKeepsItsPlaceAndItsName() throws Exception {
    Path recipes = DEMO.resolve("data/recipes.xlsx");
    JsonNode proposals =
        tried("proposals", "data/recipes.xlsx", Files.readAllBytes(recipes)).body();
    assertEquals("data/recipes-2.xlsx", proposals.path("path").asText());
    assertEquals(
        "from: data/recipes-2.xlsx",
        proposals.path("sets").get(0).path("properties").get(0).asText());
    String prices = Files.readString(DEMO.resolve("data/price-list.csv"));
    JsonNode again = tried("proposals", "data/price-list.csv", prices.getBytes(UTF_8)).body();
    assertEquals("data/price-list-2.csv", again.path("path").asText());
    assertEquals("price list 2", again.path("sets").get(0).path("name").asText());
  }

  @Test
  void aFileThatGivesNothingSaysWhy() throws Exception {
    Answer none = tried("proposals", "data/none.json", "{\"a\": 1}".getBytes(UTF_8));
    assertEquals(400, none.status());
    assertEquals(
        "data/none.json has no list that rows could be read from.",
        none.body().path("detail").asText());
    assertEquals(400, tried("proposals", "data/.hidden", new byte[0]).status());
  }
}
