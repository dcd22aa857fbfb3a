package elmtable.server.http;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.server.store.RunStore;
import java.io.InputStream;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpHeaders;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The API as the interface uses it, on the demo project. */
class ApiTest extends AbstractApiTest {
  @Test
  void settingsAreReadAndChangedWithinTheirBounds() throws Exception {
    Answer before = get("/api/settings");
    assertEquals(200, before.body().path("keptRuns").asInt());
    assertTrue(before.body().path("data").asText().startsWith("/"));
    Answer bad = send("PUT", "/api/settings", Map.of("keptRuns", 0, "keptDays", 3));
    assertEquals(400, bad.status());
    assertTrue(bad.body().path("detail").asText().contains("from 1 to 100000"));
    assertEquals(
        400, send("PUT", "/api/settings", Map.of("keptRuns", 5)).status(), "both are given");
    send("PUT", "/api/settings", Map.of("keptRuns", 5, "keptDays", 3));
    assertEquals(5, get("/api/settings").body().path("keptRuns").asInt());
  }

  @Test
  void theDemoIsWithoutProblems() throws Exception {
    JsonNode project = get("/api/project").body();
    assertEquals("Emberwick Kilns", project.path("name").asText());
    assertEquals(
        "{\"errors\":0,\"warnings\":0,\"notices\":0}", project.path("problems").toString());
    assertEquals(0, get("/api/problems").body().size());
    JsonNode plan = get("/api/plan?tags=smoke").body();
    assertEquals(24, plan.path("count").asInt());
    assertEquals(58, plan.path("cases").size());
  }

  @Test
  void aBodyThatLacksSomethingIsRefusedWithItsName() throws Exception {
    List<String> places = new ArrayList<>();
    String updates = "/api/documents/" + document(SUITE).path("id").asLong() + "/updates";
    for (Object[] ask :
        new Object[][] {
          {"POST", updates, Map.of()},
          {"POST", updates, Map.of("version", 0, "client", "c", "first", 0)},
          {"POST", updates, updates(Collections.singletonList(null))},
          {"POST", updates, updates(List.of(List.of(-1)))},
          {"POST", "/api/documents", Map.of("path", "a.elmt", "text", "", "more", 1)},
          {"POST", "/api/changes", Map.of("documents", List.of(Map.of("path", "a.elmt")))},
          {"POST", "/api/completions/" + SUITE, Map.of("line", 3, "cell", 0)},
          {"POST", "/api/completions/" + SUITE, Map.of("line", "x", "cell", 0, "text", "a")},
          {"POST", "/api/runs", Map.of("suites", 7)},
          {"POST", "/api/runs", Map.of("identities", Collections.singletonList(null))},
        }) {
      Answer refused = send((String) ask[0], (String) ask[1], ask[2]);
      assertEquals(400, refused.status(), refused.toString());
      places.add(refused.body().path("detail").asText().split(" ")[5]);
    }
    assertEquals(
        List.of(
            "version",
            "updates",
            "updates[0]",
            "updates[0]",
            "more",
            "documents[0].version",
            "text",
            "line",
            "suites",
            "identities[0]"),
        places);
  }

  private static Map<String, ?> updates(List<?> changes) {
    return Map.of("version", 0, "client", "c", "first", 0, "updates", changes);
  }

  @Test
  void everythingThatIsAskedForAtAStartIsAnswered() throws Exception {
    for (String path :
        List.of("/api/project", "/api/tree", "/api/problems", "/api/keywords", "/api/plan")) {
      assertEquals(200, get(path).status(), path);
    }
  }

  @Test
  void badRequestsAreAnsweredInWords() throws Exception {
    assertTrue(
        get("/api/plan?tags=a%20and").body().path("detail").asText().contains("a tag is missing"));
    assertEquals(400, get("/api/plan?suite=None").status());
    for (String path :
        List.of(
            "/api/documents/none.elmt",
            "/api/documents/99",
            "/api/runs/99",
            "/api/runs/x",
            "/api/nothing",
            "/api/evidence/..%2Felm-table.db")) {
      Answer missing = get(path);
      assertEquals(404, missing.status(), path);
      assertTrue(missing.headers().get("type").startsWith("application/problem+json"), path);
    }
    for (String path : List.of("../x.elmt", "x.txt", "a\nb.elmt", "a\u202Eb.elmt")) {
      assertEquals(
          400, send("POST", "/api/documents", Map.of("path", path, "text", "")).status(), path);
    }
    assertEquals(400, send("POST", "/api/runs", Map.of("identities", List.of("unknown"))).status());
    Answer workers = send("POST", "/api/runs", Map.of("workers", 0));
    assertEquals(400, workers.status());
    assertTrue(workers.body().path("detail").asText().contains("“workers” is 0"));
    assertEquals(400, send("POST", "/api/runs", Map.of("browsers", List.of("none"))).status());
    Answer nothing = send("POST", "/api/runs", Map.of("tags", "nobody"));
    assertTrue(nothing.body().path("detail").asText().contains("Nothing that was chosen can run"));
  }

  /** Only pictures are shown; nothing that was kept can run in the interface's own origin. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        ".png  | image/png",
        ".html | text/plain;charset=utf-8",
        ".csv  | text/plain;charset=utf-8",
        ".svg  | application/octet-stream",
        ".bin  | application/octet-stream",
      })
  void evidenceIsServedByItsKind(String suffix, String type) throws Exception {
    String file = new RunStore(database).keep(new byte[] {1}, suffix);
    Answer answer = get("/api/evidence/" + file);
    assertEquals(200, answer.status());
    assertEquals(type, answer.headers().get("type").replace(" ", ""));
  }

  @Test
  void otherSitesAreKeptOut() throws Exception {
    Answer foreign = send("POST", "/api/runs", Map.of(), "Origin", "http://evil.example");
    assertEquals(403, foreign.status());
    assertTrue(get("/api/project").headers().get("policy").contains("frame-ancestors 'none'"));
    // A page under another name for this machine; the client would not send such a header.
    try (Socket socket = new Socket("127.0.0.1", server.port());
        InputStream in = socket.getInputStream()) {
      socket
          .getOutputStream()
          .write(
              "GET /api/project HTTP/1.1\r\nHost: rebound.example\r\nConnection: close\r\n\r\n"
                  .getBytes(StandardCharsets.US_ASCII));
      String answer = new String(in.readAllBytes(), StandardCharsets.UTF_8);
      assertTrue(answer.startsWith("HTTP/1.1 403"), answer);
      assertFalse(answer.contains("Emberwick"));
    }
  }

  @Test
  void aRunWithoutBrowserEndsAndSaysWhy() throws Exception {
    Answer started =
        send("POST", "/api/runs", Map.of("title", "t", "suites", new String[] {"My firings"}));
    assertEquals(201, started.status());
    long id = started.body().path("id").asLong();
    assertTrue(untilOver(id), "the stream says that the run is over");
    JsonNode cases = get("/api/runs/" + id + "/cases?outcome=error").body();
    assertTrue(cases.path("total").asInt() > 0);
    cases
        .path("cases")
        .forEach(one -> assertFalse(one.path("failure").path("message").asText().isEmpty()));
  }

  @Test
  void aDocumentIsOpenedByItsPath() throws Exception {
    JsonNode opened = document(SUITE);
    assertEquals(get("/api/documents/" + opened.path("id").asLong()).body(), opened);
    assertEquals(0, get("/api/documents?text&path=nothing.elmt").body().size());
  }

  @Test
  void whatTheInterfaceIsMadeOfIsKeptByTheBrowser() throws Exception {
    HttpResponse<String> page = text("/");
    Matcher script = Pattern.compile("/assets/[^\"]+\\.js").matcher(page.body());
    assertTrue(script.find(), page.body());
    assertEquals("max-age=0", page.headers().firstValue("Cache-Control").orElse(""));
    HttpHeaders headers = text(script.group()).headers();
    assertTrue(headers.firstValue("Cache-Control").orElse("").contains("immutable"));
    assertTrue(headers.firstValue("Content-Security-Policy").isPresent());
  }

  private HttpResponse<String> text(String path) throws Exception {
    URI address = URI.create("http://127.0.0.1:" + server.port() + path);
    return client.send(
        HttpRequest.newBuilder(address).build(), HttpResponse.BodyHandlers.ofString());
  }

  @Test
  void propertiesAreCompletedByTheirWord() throws Exception {
    int line = lineOf(document(SUITE), "suite ");
    Map<String, Object> ask = Map.of("line", line, "cell", 0, "property", "pages", "text", "boo");
    JsonNode offers = send("POST", "/api/completions/" + SUITE, ask).body();
    assertEquals("Bookings", offers.path("suggestions").get(0).path("insert").asText());
    String feature = "features/glaze-mixer.feature";
    int title = lineOf(document(feature), "Feature:");
    ask = Map.of("line", title, "cell", 0, "property", "@", "text", "data(rec");
    offers = send("POST", "/api/completions/" + feature, ask).body();
    assertEquals("data(recipes)", offers.path("suggestions").get(0).path("insert").asText());
  }

  @Test
  void aStepThatStandsInNoDocumentYetIsCompleted() throws Exception {
    Map<String, Object> ask = Map.of("cells", List.of("enter", "", "3"), "cell", 1, "text", "shel");
    JsonNode offers = send("POST", "/api/completions", ask).body();
    assertEquals("element", offers.path("kind").asText());
    assertEquals("Shelves", offers.path("suggestions").get(0).path("insert").asText());
  }

  @Test
  void aCellThatNoRowHasIsRefused() throws Exception {
    for (int cell : new int[] {-1, 900_000_000}) {
      Map<String, Object> step = Map.of("cells", List.of("press"), "cell", cell, "text", "a");
      Map<String, Object> row = Map.of("line", 3, "cell", cell, "text", "a");
      for (Answer refused :
          List.of(
              send("POST", "/api/completions", step),
              send("POST", "/api/completions/" + SUITE, row))) {
        assertEquals(400, refused.status());
        assertTrue(refused.body().path("detail").asText().startsWith("“cell” is " + cell));
      }
    }
  }

  @Test
  void completionsComeWithTheirSignature() throws Exception {
    JsonNode document = document(SUITE);
    int line = lineOf(document, "| tick ");
    JsonNode offers =
        send("POST", "/api/completions/" + SUITE, Map.of("line", line, "cell", 0, "text", "fill"))
            .body();
    assertEquals("fill in the request", offers.path("suggestions").get(0).path("insert").asText());
    assertEquals(
        "shelves, programme …", offers.path("suggestions").get(0).path("signature").asText());
  }

  @Test
  void aCaseWithVeryManyStepsIsReadInPages() throws Exception {
    int turns = 5_000;
    send(
        "POST",
        "/api/documents",
        Map.of(
            "path",
            "long.elmt",
            "text",
            """
            suite Long

            case counts far
            steps
            | log | <each> | * each, turn in split(repeat('x,', %d), ',') |
            """
                .formatted(turns - 1)));
    JsonNode problems = get("/api/problems").body();
    assertEquals("[]", problems.toString());
    int id = send("POST", "/api/runs", Map.of("suites", List.of("Long"))).body().path("id").asInt();
    assertTrue(untilOver(id));
    JsonNode view = get("/api/runs/" + id + "/cases/1").body();
    JsonNode loop = view.path("steps").get(0);
    assertEquals(turns, loop.path("stepCount").asInt());
    assertEquals(200, loop.path("steps").size());
    String page = "/api/runs/" + id + "/cases/1/steps?parent=" + loop.path("step").asInt();
    JsonNode middle = get(page + "&from=2500&limit=3").body();
    assertEquals(3, middle.size());
    assertEquals(2_500, middle.get(0).path("place").asInt());
    assertEquals(400, get(page + "&limit=100000").status());
    assertEquals(404, get("/api/runs/99999/cases/1/steps").status());
  }
}
