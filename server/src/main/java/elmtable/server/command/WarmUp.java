package elmtable.server.command;

import elmtable.language.Document.LocatedBlock;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.entry.CaseEntry;
import elmtable.server.service.Snapshot;
import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * The first requests that the interface makes, made by the server to itself, so that the first
 * person does not wait for what only the first of each takes: nearly half a second for the first
 * look at an edit. Nothing is changed by them.
 */
final class WarmUp {
  private static final List<String> FIRST =
      List.of(
          "/",
          "/api/project",
          "/api/tree",
          "/api/problems",
          "/api/keywords",
          "/api/plan",
          "/api/runs");

  private final HttpClient client;
  private final String server;

  private WarmUp(HttpClient client, String server) {
    this.client = client;
    this.server = server;
  }

  static void of(int port, Snapshot snapshot) throws InterruptedException, IOException {
    try (HttpClient client = HttpClient.newHttpClient()) {
      WarmUp warmUp = new WarmUp(client, "http://127.0.0.1:" + port);
      for (String path : FIRST) {
        warmUp.send(warmUp.request(path).build());
      }
      Optional<CaseEntry> entry =
          snapshot.project().index().suites().stream()
              .flatMap(suite -> suite.cases().stream())
              .filter(one -> !one.block().isScenario())
              .filter(one -> !one.block().steps(Section.STEPS).isEmpty())
              .findFirst();
      if (entry.isPresent()) {
        long id = snapshot.revision(entry.get().path()).orElseThrow().id();
        warmUp.open(entry.get(), id);
      }
    }
  }

  /** What opening a suite and typing into its first cell asks for. */
  private void open(CaseEntry entry, long id) throws InterruptedException, IOException {
    LocatedBlock located = entry.located();
    Step step = located.block().steps(Section.STEPS).get(0);
    int line = located.firstLine() + step.range().line() + 1;
    String path = inAddress(entry.path());
    send(request("/api/documents?text&path=" + path).build());
    send(request("/api/documents/" + id + "/outcomes").build());
    send(request("/api/documents/" + id + "/analysis").build());
    for (String typed : List.of("o", "op")) {
      post(
          "/api/completions/" + path,
          "{\"line\":%d,\"cell\":0,\"text\":\"%s\"}".formatted(line, typed));
    }
  }

  /** A file may be called anything, also {@code 100%.elmt}. */
  private static String inAddress(String path) {
    return Arrays.stream(path.split("/"))
        .map(part -> URLEncoder.encode(part, StandardCharsets.UTF_8).replace("+", "%20"))
        .collect(Collectors.joining("/"));
  }

  private HttpRequest.Builder request(String path) {
    return HttpRequest.newBuilder(URI.create(server + path));
  }

  private void post(String path, String body) throws InterruptedException, IOException {
    send(
        request(path)
            .header("Content-Type", "application/json")
            .POST(BodyPublishers.ofString(body))
            .build());
  }

  private void send(HttpRequest request) throws InterruptedException, IOException {
    HttpResponse<Void> answer = client.send(request, BodyHandlers.discarding());
    if (answer.statusCode() != 200) {
      throw new IOException(request.uri().getPath() + " answered " + answer.statusCode());
    }
  }
}
