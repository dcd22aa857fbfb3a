package elmtable.journeys;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.WebSocket;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * Prints what many listeners cost: a run and the saves of two people with a hundred pages that
 * listen, half of which never read; and how fast twelve tabs of one browser open. Run by {@code
 * ./elm bench live}; nothing is asserted.
 */
class LiveBenchmark {
  private static final int LISTENERS = 100;
  private static final int TABS = 12;
  private static final Duration BETWEEN_LINES = Duration.ofMillis(200);
  private static final ObjectMapper JSON = new ObjectMapper();

  private final HttpClient client = HttpClient.newHttpClient();

  @Test
  void printsTheTimes() throws Exception {
    try (World world = new World()) {
      run(world, 0);
      System.out.println("a run with nobody listening: " + run(world, 1).toMillis() + " ms");
      AtomicLong read = new AtomicLong();
      List<WebSocket> listeners = new ArrayList<>();
      for (int i = 0; i < LISTENERS; i++) {
        listeners.add(listen(world, i % 2 == 0 ? read : null));
      }
      Typist one = new Typist(world, "one", BETWEEN_LINES);
      Typist two = new Typist(world, "two", BETWEEN_LINES);
      Duration took = run(world, 2);
      one.stop();
      two.stop();
      List<Long> saves =
          Stream.of(one, two).flatMap(typist -> typist.micros().stream()).sorted().toList();
      System.out.println(
          "the same with %d listening and two typing: %d ms; %d saves, %.1f ms median, %.1f ms at 95 %%, %.1f ms the longest; %d messages read"
              .formatted(
                  LISTENERS,
                  took.toMillis(),
                  saves.size(),
                  saves.get(saves.size() / 2) / 1000.0,
                  saves.get(saves.size() * 95 / 100) / 1000.0,
                  saves.getLast() / 1000.0,
                  read.get()));
      listeners.forEach(WebSocket::abort);
      tabs(world);
    }
  }

  /**
   * @param read counts messages; null for one that never reads
   */
  private WebSocket listen(World world, AtomicLong read) throws Exception {
    String address = world.address().replace("http", "ws") + "/api/live";
    WebSocket socket =
        client
            .newWebSocketBuilder()
            .header("Origin", world.address())
            .buildAsync(
                URI.create(address),
                new WebSocket.Listener() {
                  @Override
                  public void onOpen(WebSocket opened) {
                    if (read != null) {
                      opened.request(1);
                    }
                  }

                  @Override
                  public CompletionStage<?> onText(
                      WebSocket told, CharSequence text, boolean last) {
                    read.incrementAndGet();
                    told.request(1);
                    return null;
                  }
                })
            .get(10, TimeUnit.SECONDS);
    String watch =
        JSON.writeValueAsString(
            Map.of("live", "watch", "documents", List.of(1, 2, 3, 4, 5), "runs", Map.of("3", 0)));
    socket.sendText(watch, true).get(10, TimeUnit.SECONDS);
    return socket;
  }

  private Duration run(World world, int before) throws Exception {
    Instant began = Instant.now();
    send(
        HttpRequest.newBuilder(URI.create(world.address() + "/api/runs"))
            .header("Content-Type", "application/json")
            .POST(
                HttpRequest.BodyPublishers.ofString(
                    JSON.writeValueAsString(Map.of("suites", List.of("Firing requests"))))));
    while (true) {
      JsonNode runs = send(HttpRequest.newBuilder(URI.create(world.address() + "/api/runs")));
      if (runs.size() > before && !"going".equals(runs.get(0).path("state").asText())) {
        return Duration.between(began, Instant.now());
      }
      TimeUnit.MILLISECONDS.sleep(20);
    }
  }

  private JsonNode send(HttpRequest.Builder request) throws Exception {
    return JSON.readTree(client.send(request.build(), HttpResponse.BodyHandlers.ofString()).body());
  }

  private static void tabs(World world) throws Exception {
    try (Screen screen = new Screen()) {
      StringBuilder took = new StringBuilder();
      for (int i = 0; i < TABS; i++) {
        Instant began = Instant.now();
        screen.newTab();
        screen.open(world.address() + "/cases/suites/firing-requests.elmt");
        screen.see("//*[@role='gridcell'][contains(., 'open')]");
        took.append(' ').append(Duration.between(began, Instant.now()).toMillis());
      }
      System.out.println("twelve tabs, each opened in ms:" + took);
    }
  }
}
