package elmtable.journeys;

import static org.junit.jupiter.api.Assertions.assertFalse;
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
import java.util.Random;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

/** What is left when the server is killed in the middle of a run. */
class CrashJourney {
  @Test
  void aRunIsInterruptedKeepsWhatHadFinishedAndLeavesNoBrowser() throws Exception {
    try (World world = new World();
        Screen screen = new Screen()) {
      screen.open(world.address() + "/cases/suites/firing-requests.elmt");
      screen.pressButton("Run 14 cases");
      screen.see("//aside[@aria-label='As they come']//li");
      List<ProcessHandle> browsers = World.browsersOf(world.process());
      assertFalse(browsers.isEmpty());
      // What was told half a second before the end is on disk; the list on the page was told before
      // that.
      String finished = screen.seeText("//aside[@aria-label='As they come']//li", " ");
      screen.see("//aside[@aria-label='As they come']//li[3]");
      world.kill();
      World.awaitEnd(browsers);
      world.start();
      screen.open(world.address() + "/runs");
      screen.seeText("//*[@role='status']", "This run was interrupted");
      screen.seeText("//nav[@aria-label='Cases of the run']", finished.lines().toList().get(1));
      screen.see("//nav[@aria-label='Cases of the run']//a[.//*[@aria-label='passed']]");
      screen.see("//nav[@aria-label='Cases of the run']//a[.//*[@aria-label='not run']]");
    }
  }

  /** Twenty times by {@code -Dkills=20}; a few times in every run of the tests. */
  @Test
  void everyUpdateThatWasAcknowledgedIsThereAfterAKill() throws Exception {
    Random random = new Random(20);
    int kills = Integer.getInteger("kills", 3);
    try (World world = new World()) {
      Typist one = new Typist(world, "one");
      Typist two = new Typist(world, "two");
      for (int i = 0; i < kills; i++) {
        // At any moment: while one is answered, the other one is on its way.
        (random.nextBoolean() ? one : two).awaitMore(1 + random.nextInt(8));
        world.kill();
        world.startAgain();
        String text = one.text();
        for (Typist typist : List.of(one, two)) {
          for (String line : typist.acknowledged()) {
            assertTrue(text.contains(line), () -> line + " was acknowledged and is gone");
          }
        }
      }
      one.stop();
      two.stop();
      int all = one.acknowledged().size() + two.acknowledged().size();
      System.out.println(all + " updates acknowledged over " + kills + " kills, all there");
    }
  }

  /** Somebody who types a line after the other, and remembers which ones the server has. */
  private static final class Typist {
    private static final ObjectMapper JSON = new ObjectMapper();

    private final World world;
    private final String name;
    private final HttpClient client = HttpClient.newHttpClient();
    private final List<String> acknowledged = new CopyOnWriteArrayList<>();
    private final Semaphore news = new Semaphore(0);
    private final Thread thread;
    private volatile boolean stopped;

    Typist(World world, String name) {
      this.world = world;
      this.name = name;
      this.thread = Thread.ofPlatform().start(this::type);
    }

    List<String> acknowledged() {
      return List.copyOf(acknowledged);
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
        HttpResponse<String> answer =
            client.send(
                HttpRequest.newBuilder(URI.create(address() + "/updates"))
                    .timeout(Duration.ofSeconds(5))
                    .POST(HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(update)))
                    .build(),
                HttpResponse.BodyHandlers.ofString());
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
}
