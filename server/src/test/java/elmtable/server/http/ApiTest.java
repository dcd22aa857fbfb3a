package elmtable.server.http;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.BufferedReader;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** The API as the interface uses it, on the demo project. */
class ApiTest extends AbstractApiTest {
  private static Map<String, ?> setCell(int line, int cell, String text) {
    return Map.of(
        "edits",
        new Object[] {Map.of("edit", "set cell", "line", line, "cell", cell, "text", text)});
  }

  @Test
  void theDemoIsWithoutProblems() throws Exception {
    JsonNode project = get("/api/project").body();
    assertEquals("Emberwick Kilns", project.path("name").asText());
    assertEquals(
        "{\"errors\":0,\"warnings\":0,\"notices\":0}", project.path("problems").toString());
    assertEquals(0, get("/api/problems").body().size());
    JsonNode plan = get("/api/plan?tags=smoke").body();
    assertEquals(20, plan.path("count").asInt());
    assertEquals(32, plan.path("cases").size());
  }

  @Test
  void anEditIsSavedAndItsProblemsComeBack() throws Exception {
    Answer before = get("/api/documents/" + SUITE);
    assertEquals("\"1\"", before.headers().get("etag"));
    assertEquals("no-store", before.headers().get("cache"), "problems change without the text");
    int line = lineOf(before.body(), "| expect text         | Message");
    Answer after =
        send("POST", "/api/edits/" + SUITE, setCell(line, 2, "<mesage>"), "If-Match", "\"1\"");
    assertEquals(200, after.status());
    assertEquals(2, after.body().path("revision").asInt());
    JsonNode problem = after.body().path("problems").get(0);
    assertEquals(line, problem.path("line").asInt());
    assertTrue(problem.path("message").asText().contains("Did you mean the column “message”?"));
    assertEquals(1, get("/api/project").body().path("problems").path("errors").asInt());
  }

  @Test
  void aBodyThatLacksSomethingIsRefusedWithItsName() throws Exception {
    List<String> places = new ArrayList<>();
    for (Object[] ask :
        new Object[][] {
          {"PUT", "/api/documents/" + SUITE, Map.of()},
          {"POST", "/api/edits/" + SUITE, Map.of()},
          {"POST", "/api/edits/" + SUITE, Map.of("edits", List.of(Map.of("edit", "set cell")))},
          {"POST", "/api/previews/" + SUITE, Collections.singletonMap("edits", null)},
          {"POST", "/api/completions/" + SUITE, Map.of("line", 3, "cell", 0)},
          {"POST", "/api/completions/" + SUITE, Map.of("line", "x", "cell", 0, "text", "a")},
          {"POST", "/api/runs", Map.of("suites", 7)},
        }) {
      Answer refused = send((String) ask[0], (String) ask[1], ask[2], "If-Match", "\"1\"");
      assertEquals(400, refused.status(), refused.toString());
      places.add(refused.body().path("detail").asText().split(" ")[5]);
    }
    assertEquals(
        List.of("text", "edits", "edits[0].line", "edits", "text", "line", "suites"), places);
  }

  @Test
  void everythingThatIsAskedForAtAStartIsAnswered() throws Exception {
    for (String path :
        List.of("/api/project", "/api/tree", "/api/problems", "/api/keywords", "/api/plan")) {
      assertEquals(200, get(path).status(), path);
    }
  }

  @Test
  void whatIsNotThereIsLeftOut() throws Exception {
    JsonNode block = get("/api/documents/" + SUITE).body().path("blocks").get(0);
    assertEquals(1, block.path("line").asInt(), "lines count from 1");
    assertFalse(block.has("last"), "nothing ran yet");
    assertFalse(block.has("exclusionReason"));
  }

  @Test
  void aPreviewSavesNothing() throws Exception {
    JsonNode before = get("/api/documents/" + SUITE).body();
    int line = lineOf(before, "| tick ");
    Answer preview = send("POST", "/api/previews/" + SUITE, setCell(line, 0, "tikc"));
    assertEquals("N102", preview.body().path("problems").get(0).path("code").asText());
    assertEquals(1, preview.body().path("projectProblems").path("errors").asInt());
    assertEquals(before.path("text"), get("/api/documents/" + SUITE).body().path("text"));
  }

  @Test
  void aChangeOfAnOldRevisionIsRefusedWithTheNewOne() throws Exception {
    send("PUT", "/api/documents/" + SUITE, Map.of("text", "suite Other\n"), "If-Match", "\"1\"");
    Answer refused =
        send("PUT", "/api/documents/" + SUITE, Map.of("text", "suite Mine\n"), "If-Match", "\"1\"");
    assertEquals(409, refused.status());
    assertTrue(refused.headers().get("type").startsWith("application/problem+json"));
    assertEquals("suite Other\n", refused.body().path("current").path("text").asText());
    assertEquals(428, send("PUT", "/api/documents/" + SUITE, Map.of("text", "x")).status());
  }

  @Test
  void badRequestsAreAnsweredInWords() throws Exception {
    assertTrue(
        get("/api/plan?tags=a%20and").body().path("detail").asText().contains("a tag is missing"));
    assertEquals(400, get("/api/plan?suite=None").status());
    assertEquals(404, get("/api/documents/none.elmt").status());
    assertEquals(404, get("/api/runs/99").status());
    assertEquals(404, get("/api/evidence/..%2Felm-table.db").status());
    assertEquals(
        400,
        send("PUT", "/api/documents/..%2Fx.elmt", Map.of("text", ""), "If-Match", "0").status());
    assertEquals(
        400, send("PUT", "/api/documents/x.txt", Map.of("text", ""), "If-Match", "0").status());
    assertEquals(
        400,
        send("POST", "/api/edits/" + SUITE, Map.of("edits", new Object[] {Map.of("edit", "none")}))
            .status());
    assertEquals(
        409, send("POST", "/api/edits/" + SUITE, setCell(0, 0, "x"), "If-Match", "\"1\"").status());
    Answer nothing = send("POST", "/api/runs", Map.of("tags", "nobody"));
    assertTrue(nothing.body().path("detail").asText().contains("Nothing that was chosen can run"));
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
    assertEquals("stopped", get("/api/runs/" + id).body().path("run").path("state").asText());
  }

  /** Reads a run's stream to its end, which comes with the run's. */
  private boolean untilOver(long id) throws Exception {
    try (BufferedReader lines = follow("/api/runs/" + id + "/events")) {
      return lines.lines().anyMatch("event: over"::equals);
    }
  }

  private BufferedReader follow(String path) throws Exception {
    HttpRequest request =
        HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + server.port() + path))
            .header("Accept", "text/event-stream")
            .timeout(Duration.ofSeconds(10))
            .build();
    InputStream stream = client.send(request, HttpResponse.BodyHandlers.ofInputStream()).body();
    return new BufferedReader(new InputStreamReader(stream, StandardCharsets.UTF_8));
  }

  /** A page that is open shows what another one changed. */
  @Test
  void whoFollowsTheChangesHearsOfASave() throws Exception {
    try (BufferedReader lines = follow("/api/changes")) {
      assertTrue(lines.readLine().contains("open"), "it is followed from here on");
      send("PUT", "/api/documents/" + SUITE, Map.of("text", "suite S\n"), "If-Match", "\"1\"");
      assertTrue(lines.lines().anyMatch("data: project"::equals));
    }
  }

  @Test
  void completionsComeWithTheirSignature() throws Exception {
    JsonNode document = get("/api/documents/" + SUITE).body();
    int line = lineOf(document, "| tick ");
    JsonNode offers =
        send("POST", "/api/completions/" + SUITE, Map.of("line", line, "cell", 0, "text", "fill"))
            .body();
    assertEquals("fill in the request", offers.path("suggestions").get(0).path("insert").asText());
    assertEquals(
        "shelves, programme …", offers.path("suggestions").get(0).path("signature").asText());
  }
}
