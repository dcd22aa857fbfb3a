package elmtable.server.http;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.run.Runner;
import elmtable.server.service.RunService;
import elmtable.server.service.Services;
import elmtable.server.service.Workspace;
import elmtable.server.store.Database;
import elmtable.server.store.DocumentStore;
import elmtable.server.store.RunStore;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The API as the interface uses it, on the demo project. */
class ApiTest {
  private static final Path DEMO = Path.of("../demo");
  private static final String SUITE = "suites/firing-requests.elmt";
  private static final ObjectMapper JSON = new ObjectMapper();

  private final HttpClient client = HttpClient.newHttpClient();
  @TempDir private Path data;
  private Database database;
  private RunService runs;
  private WebServer server;

  private record Answer(int status, JsonNode body, Map<String, String> headers) {}

  @BeforeEach
  void start() throws IOException {
    database = Database.open(data);
    DocumentStore documents = new DocumentStore(database);
    documents.importFolder("Emberwick Kilns", DEMO);
    Workspace workspace = new Workspace(documents, BuiltInKeywords.registry());
    RunStore store = new RunStore(database);
    runs =
        new RunService(
            workspace,
            store,
            new Runner(() -> {
              throw new IllegalStateException("no browser in this test");
            }));
    server =
        WebServer.start(0, CompletableFuture.completedFuture(new Services(workspace, runs, store)));
  }

  @AfterEach
  void stop() {
    server.close();
    runs.close();
    database.close();
  }

  private Answer send(String method, String path, Object body, String... headers) throws Exception {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + server.port() + path))
            .method(
                method,
                body == null
                    ? BodyPublishers.noBody()
                    : BodyPublishers.ofString(JSON.writeValueAsString(body)));
    for (int i = 0; i < headers.length; i += 2) {
      request.header(headers[i], headers[i + 1]);
    }
    HttpResponse<String> response =
        client.send(request.build(), HttpResponse.BodyHandlers.ofString());
    boolean json = response.headers().firstValue("Content-Type").orElse("").contains("json");
    Map<String, String> all =
        Map.of(
            "etag", response.headers().firstValue("ETag").orElse(""),
            "cache", response.headers().firstValue("Cache-Control").orElse(""),
            "type", response.headers().firstValue("Content-Type").orElse(""),
            "policy", response.headers().firstValue("Content-Security-Policy").orElse(""));
    return new Answer(response.statusCode(), json ? JSON.readTree(response.body()) : null, all);
  }

  private Answer get(String path) throws Exception {
    return send("GET", path, null);
  }

  private static Map<String, ?> setCell(int line, int cell, String text) {
    return Map.of(
        "edits",
        new Object[] {Map.of("edit", "set cell", "line", line, "cell", cell, "text", text)});
  }

  /** Counted from 1. */
  private static int lineOf(JsonNode document, String start) {
    List<String> lines = document.path("text").asText().lines().toList();
    return 1
        + lines.indexOf(
            lines.stream().filter(line -> line.startsWith(start)).findFirst().orElseThrow());
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
    URI address = URI.create("http://127.0.0.1:" + server.port() + "/api/runs/" + id + "/events");
    HttpRequest request =
        HttpRequest.newBuilder(address)
            .header("Accept", "text/event-stream")
            .timeout(Duration.ofSeconds(10))
            .build();
    try (BufferedReader lines =
        new BufferedReader(
            new InputStreamReader(
                client.send(request, HttpResponse.BodyHandlers.ofInputStream()).body(),
                StandardCharsets.UTF_8))) {
      return lines.lines().anyMatch("event: over"::equals);
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
