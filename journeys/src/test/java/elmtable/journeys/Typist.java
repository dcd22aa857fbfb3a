package elmtable.journeys;

import static org.junit.jupiter.api.Assertions.assertTrue;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;

/** Somebody who types a line after the other, and remembers which ones the server has. */
final class Typist {
  private static final ObjectMapper JSON = new ObjectMapper();

  private final World world;
  private final String name;
  private final Duration pause;
  private final HttpClient client = HttpClient.newHttpClient();
  private final List<Long> micros = new CopyOnWriteArrayList<>();
  private final List<String> acknowledged = new CopyOnWriteArrayList<>();
  private final Semaphore news = new Semaphore(0);
  private final Thread thread;
  private volatile boolean stopped;

  /**
   * @param pause between two lines; none for as fast as the server takes them
   */
  Typist(World world, String name, Duration pause) {
    this.world = world;
    this.name = name;
    this.pause = pause;
    this.thread = Thread.ofPlatform().start(this::type);
  }

  List<String> acknowledged() {
    return List.copyOf(acknowledged);
  }

  /** How long each save took, from the shortest on. */
  List<Long> micros() {
    return micros.stream().sorted().toList();
  }

  /** Waits until so many further lines are acknowledged. */
  void awaitMore(int lines) throws InterruptedException {
    news.drainPermits();
    assertTrue(news.tryAcquire(lines, 60, TimeUnit.SECONDS), "nothing is acknowledged any more");
  }

  void stop() throws InterruptedException {
    stopped = true;
    thread.join();
  }

  private void type() {
    for (int number = 0; !stopped; number++) {
      String line = "# " + name + " " + number + ".";
      boolean there = false;
      while (!there && !stopped) {
        there = typed(line, number);
      }
      if (there) {
        acknowledged.add(line);
        news.release();
      }
    }
  }

  private boolean typed(String line, int number) {
    try {
      JsonNode now = document();
      String text = now.path("text").asText();
      if (text.contains(line)) {
        return true;
      }
      Map<String, ?> update =
          Map.of(
              "version",
              now.path("version").asLong(),
              "client",
              name,
              "first",
              number,
              "updates",
              List.of(List.of(text.length(), List.of(0, line, ""))));
      long began = System.nanoTime();
      HttpResponse<String> answer =
          client.send(
              HttpRequest.newBuilder(URI.create(address() + "/updates"))
                  .timeout(Duration.ofSeconds(5))
                  .POST(HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(update)))
                  .build(),
              HttpResponse.BodyHandlers.ofString());
      micros.add(TimeUnit.NANOSECONDS.toMicros(System.nanoTime() - began));
      Thread.sleep(pause);
      return answer.statusCode() == 200;
    } catch (IOException away) {
      return false;
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      stopped = true;
      return false;
    }
  }

  String text() throws IOException, InterruptedException {
    return document().path("text").asText();
  }

  private JsonNode document() throws IOException, InterruptedException {
    return get(address());
  }

  private String address() throws IOException, InterruptedException {
    String documents = world.address() + "/api/documents";
    JsonNode found = get(documents + "?path=suites/my-firings.elmt");
    return documents + "/" + found.get(0).path("id").asLong();
  }

  private JsonNode get(String address) throws IOException, InterruptedException {
    HttpRequest request =
        HttpRequest.newBuilder(URI.create(address)).timeout(Duration.ofSeconds(5)).build();
    return JSON.readTree(client.send(request, HttpResponse.BodyHandlers.ofString()).body());
  }
}
