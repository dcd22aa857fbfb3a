package elmtable.bench;

import com.sun.net.httpserver.HttpServer;
import elmtable.browser.BrowserConfig;
import elmtable.check.CheckedProject;
import elmtable.data.source.ProjectFiles;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.project.Project;
import elmtable.run.RunHandle;
import elmtable.run.Runner;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.request.ExpectedTimes;
import elmtable.run.request.KeptSessions;
import elmtable.run.request.KeptValues;
import elmtable.run.request.RunChoices;
import elmtable.run.request.RunRequest;
import elmtable.webdriver.BrowserLauncher;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * What eight workers gain on cases that mostly wait for a server, each answer of which takes 300
 * ms: whole runs, with the start of the browser.
 */
final class SlowAnswers {
  private static final int ANSWER_MILLIS = 300;
  private static final int CASES = 64;
  private static final int MANY = 8;
  private static final Duration LONGEST = Duration.ofMinutes(10);

  private SlowAnswers() {}

  static void main() throws IOException, InterruptedException {
    HttpServer server =
        HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
    server.createContext(
        "/",
        exchange -> {
          byte[] page =
              "<!doctype html><title>Slow</title><p id=p>there".getBytes(StandardCharsets.UTF_8);
          pause();
          exchange.getResponseHeaders().add("Content-Type", "text/html");
          exchange.sendResponseHeaders(200, page.length);
          exchange.getResponseBody().write(page);
          exchange.close();
        });
    server.start();
    try {
      for (String kind : List.of("chrome", BrowserConfig.HEADLESS_SHELL)) {
        compare(project(kind, "http://127.0.0.1:" + server.getAddress().getPort()), kind);
      }
    } finally {
      server.stop(0);
    }
  }

  private static void compare(Project project, String kind) throws InterruptedException {
    run(project, 1);
    double one = run(project, 1);
    double many = run(project, MANY);
    System.out.printf(
        Locale.ROOT,
        "%s, %d cases on a server that answers after %d ms: %d workers %.1f s, one worker %.1f s, ratio %.2f%n",
        kind,
        CASES,
        ANSWER_MILLIS,
        MANY,
        many,
        one,
        many / one);
  }

  private static void pause() throws IOException {
    try {
      Thread.sleep(ANSWER_MILLIS);
    } catch (InterruptedException ended) {
      Thread.currentThread().interrupt();
      throw new IOException(ended);
    }
  }

  private static Project project(String kind, String address) {
    String rows =
        IntStream.range(0, CASES).mapToObj(n -> "| " + n + " |\n").collect(Collectors.joining());
    String text =
        """
        browser desktop
        kind: %s

        environment local
        values
        | name         | value |
        | base address | %s    |

        page Slow
        path: /slow
        elements
        | element | by | locator |
        | Text    | id | p       |

        suite Waiting
        independent: yes
        pages: Slow

        case number <n>
        data
        | n |
        %ssteps
        | open        | Slow |       |
        | expect text | Text | there |
        | open        | Slow |       |
        | expect text | Text | there |
        """
            .formatted(kind, address, rows);
    return Project.of(Map.of("waiting.elmt", text), ProjectFiles.NONE, BuiltInKeywords.registry());
  }

  /** Seconds of a whole run. */
  private static double run(Project project, int workers) throws InterruptedException {
    AtomicInteger passed = new AtomicInteger();
    RunRequest request =
        new RunRequest(
            "bench",
            "bench",
            project,
            Planner.plan(CheckedProject.of(project), Selection.everything()),
            RunChoices.usual(workers, 1),
            Duration.ofSeconds(10),
            KeptValues.NONE,
            KeptSessions.NONE,
            ExpectedTimes.NONE);
    long begun = System.nanoTime();
    RunHandle run =
        new Runner(() -> new BrowserLauncher(Path.of("")))
            .start(
                request,
                (content, suffix) -> "not kept",
                List.of(event -> {
                  if (event instanceof RunEvent.CaseFinished done
                      && done.outcome() == Outcome.PASSED) {
                    passed.incrementAndGet();
                  }
                }));
    boolean over = run.await(LONGEST);
    double seconds = (System.nanoTime() - begun) / 1e9;
    if (!over || passed.get() != CASES) {
      throw new IllegalStateException("Only " + passed + " of " + CASES + " cases passed.");
    }
    return seconds;
  }
}
