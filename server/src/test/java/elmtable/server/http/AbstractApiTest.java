package elmtable.server.http;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.run.Runner;
import elmtable.server.service.DataFiles;
import elmtable.server.service.Housekeeping;
import elmtable.server.service.NoBrowsers;
import elmtable.server.service.RunService;
import elmtable.server.service.Services;
import elmtable.server.service.Workspace;
import elmtable.server.store.Database;
import elmtable.server.store.DocumentStore;
import elmtable.text.TextChange;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;

/** A server with the demo project and without a browser, and requests to it. */
abstract class AbstractApiTest {
  static final Path DEMO = Path.of("../demo");
  static final String SUITE = "suites/firing-requests.elmt";
  static final ObjectMapper JSON = new ObjectMapper();
  final HttpClient client = HttpClient.newHttpClient();
  @TempDir Path data;
  Database database;
  RunService runs;
  private Housekeeping housekeeping;
  WebServer server;

  record Answer(int status, JsonNode body, Map<String, String> headers) {}

  @BeforeEach
  void start() throws IOException {
    database = Database.open(data);
    DocumentStore documents = new DocumentStore(database);
    documents.importFolder("Emberwick Kilns", DEMO);
    Workspace workspace = new Workspace(documents, BuiltInKeywords.registry());
    Services services =
        Services.of(
            database,
            documents,
            workspace,
            DataFiles.inStore(documents, workspace),
            new Runner(NoBrowsers::new),
            new Services.Places(null, data));
    runs = services.runs();
    housekeeping = services.housekeeping();
    server = WebServer.start(0, CompletableFuture.completedFuture(services));
  }

  Answer send(String method, String path, Object body, String... headers) throws Exception {
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

  Answer get(String path) throws Exception {
    return send("GET", path, null);
  }

  /** The document at a path, with its id, version and text. */
  JsonNode document(String path) throws Exception {
    return get("/api/documents?text&path=" + path).body().get(0);
  }

  /** Sends one update that starts from a document as it was read. */
  Answer update(JsonNode document, String client, long number, TextChange change) throws Exception {
    return send(
        "POST",
        "/api/documents/" + document.path("id").asLong() + "/updates",
        Map.of(
            "version",
            document.path("version").asLong(),
            "client",
            client,
            "first",
            number,
            "updates",
            List.of(change)));
  }

  /** Reads a run's events to its end, which comes with the run's. */
  boolean untilOver(long id) throws Exception {
    try (LivePage page = LivePage.open(server.port(), "")) {
      page.send("{\"live\":\"watch\",\"documents\":[],\"runs\":{\"" + id + "\":0}}");
      return page.await(message -> message.path("live").asText().equals("over")) != null;
    }
  }

  /** Puts another text where {@code old} stands in a document. */
  static TextChange replace(JsonNode document, String old, String text) {
    String all = document.path("text").asText();
    int at = all.indexOf(old);
    return TextChange.replace(all.length(), at, at + old.length(), text);
  }

  /** Counted from 1. */
  static int lineOf(JsonNode document, String start) {
    List<String> lines = document.path("text").asText().lines().toList();
    return 1
        + lines.indexOf(
            lines.stream().filter(line -> line.startsWith(start)).findFirst().orElseThrow());
  }

  @AfterEach
  void stop() {
    server.close();
    runs.close();
    housekeeping.close();
    database.close();
  }
}
