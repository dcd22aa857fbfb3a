package elmtable.journeys;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/**
 * Prints how long it takes from a key to the next painted frame that shows its effect, in large
 * documents. Run by {@code ./elm bench sheet}; nothing is asserted.
 */
class SheetBenchmark {
  /** So many that the first ones, whose code is not compiled yet, are not all of the slowest. */
  private static final int KEYS = 200;

  /** From key to key of somebody who types very fast: 150 words a minute. */
  private static final Duration FAST = Duration.ofMillis(80);

  private static final int PROBLEMS = 50;

  private static final String MEASURE =
      """
      window.times = [];
      window.framed = () => {};
      window.shown = () => document.querySelector('[data-cursor=true]');
      addEventListener('keydown', (event) => {
        if (event.key !== 'Enter' && event.key !== 'ArrowDown') return;
        const began = event.timeStamp;
        const before = window.shown();
        const look = () => requestAnimationFrame(() => {
          // A key that shows nothing within two seconds counts as that.
          const changed = window.shown() !== before || performance.now() - began > 2000;
          const channel = new MessageChannel();
          channel.port1.onmessage = () => {
            if (!changed) return look();
            window.times.push(performance.now() - began);
            window.framed();
          };
          channel.port2.postMessage(0);
        });
        look();
      }, true);
      """;

  /** A page that does next to nothing with a key: what browser and machine take by themselves. */
  private static final String BARE =
      """
      data:text/html,<!doctype html><title>Bare</title><p data-cursor=true>one<p>two<script>
      onkeydown = () => {
        const [one, two] = document.querySelectorAll('p');
        const next = one.dataset.cursor ? two : one;
        delete document.querySelector('[data-cursor]').dataset.cursor;
        next.dataset.cursor = true;
        next.textContent = performance.now();
      };
      </script>\
      """;

  /** Notes when the first rows are drawn, in milliseconds since the page was asked for. */
  private static final String OPENED =
      """
      const look = () => {
        if (document.querySelector("[role=row][aria-rowindex='4'] [role=gridcell]")) window.opened = performance.now();
        else requestAnimationFrame(look);
      };
      look();
      """;

  /** Ends once what was done is painted. */
  private static final String SEEN =
      """
      const done = arguments[arguments.length - 1];
      requestAnimationFrame(() => {
        const channel = new MessageChannel();
        channel.port1.onmessage = () => done(true);
        channel.port2.postMessage(0);
      });
      """;

  /** Scrolls a page's height in ten frames, three hundred frames long. */
  private static final String SCROLL =
      """
      const done = arguments[arguments.length - 1];
      const sheet = document.querySelector('[data-sheet]');
      const times = [];
      let last = performance.now();
      const frame = (now) => {
        times.push(now - last);
        last = now;
        sheet.scrollTop += 70;
        if (times.length < 300) requestAnimationFrame(frame);
        else done(times.slice(1).sort((a, b) => a - b));
      };
      requestAnimationFrame(frame);
      """;

  private static String suite(int cases) {
    return suite(cases, 1);
  }

  /** A suite of so many cases, which are numbered from {@code first} on. */
  private static String suite(int cases, int first) {
    StringBuilder text = new StringBuilder("suite Large from " + first + "\n");
    for (int i = first; i < first + cases; i++) {
      text.append("\ncase case ").append(i).append("\nsteps\n");
      for (int step = 1; step <= 8; step++) {
        text.append("| log | step ").append(step).append(" of ").append(i).append(" |\n");
      }
    }
    return text.toString();
  }

  private static String rows(int count) {
    StringBuilder text = new StringBuilder("data Large\nrows\n| number | name    | town |\n");
    for (int i = 1; i <= count; i++) {
      text.append("| %-6d | n %-5d | t %-2d |\n".formatted(i, i, i % 100));
    }
    return text.toString();
  }

  @Test
  void printsHowSoonAProblemIsTold() throws Exception {
    Path folder = Files.createTempDirectory("elm-table-large-");
    for (int first = 1; first <= 10_000; first += 500) {
      Files.writeString(folder.resolve("from" + first + ".elmt"), suite(500, first));
    }
    try (World world = World.on(folder);
        Screen screen = new Screen()) {
      screen.open(world.address() + "/cases/from3001.elmt");
      screen.see("//*[@role='row'][@aria-rowindex='4']//*[@role='gridcell']");
      screen.saved();
      screen.script(MEASURE);
      screen.script(
          "window.shown = () => [...document.querySelectorAll('[aria-invalid]')]"
              + ".some((cell) => cell.textContent.includes(window.word))");
      screen.press("//*[@role='row'][@aria-rowindex='4']//*[@role='gridcell'][1]");
      Pace pace = new Pace(FAST);
      for (int i = 0; i < PROBLEMS; i++) {
        String word = "wrong" + i;
        screen.script("window.word = '" + word + "'");
        for (char letter : word.toCharArray()) {
          pace.await();
          screen.keys(String.valueOf(letter));
        }
        pace.await();
        screen.keys(Keys.ENTER);
        awaitFrames(screen, i + 1);
      }
      System.out.println("10,000 cases: from the key to its problem " + times(screen));
    }
  }

  @Test
  void printsTheTimes() throws Exception {
    Path folder = Files.createTempDirectory("elm-table-large-");
    Files.writeString(folder.resolve("a500.elmt"), suite(500));
    Files.writeString(folder.resolve("a2000.elmt"), suite(2_000));
    Files.writeString(folder.resolve("rows.elmt"), rows(10_000));
    try (World world = World.on(folder);
        Screen screen = new Screen()) {
      screen.onEachPage(OPENED);
      screen.open(world.address() + "/cases/a500.elmt");
      screen.see("//*[@role='gridcell'][contains(., 'log')]");
      System.out.println(
          "first of all: opened " + screen.script("return Math.round(window.opened)"));
      // Before and after, as the machine's speed may change meanwhile.
      measureBare(screen);
      for (String path : List.of("cases/a500.elmt", "cases/a2000.elmt", "data/rows.elmt")) {
        // Each round types something else, so that each key changes a cell.
        measure(world, screen, path, Duration.ZERO, "x");
        measure(world, screen, path, Duration.ofSeconds(2), "p");
      }
      measureScrolling(screen);
      measureBare(screen);
    }
  }

  private static void measureScrolling(Screen screen) {
    screen.script("document.querySelector('[data-sheet]').scrollTop = 0");
    System.out.println("scrolling 10,000 rows, a frame: " + times(screen.scriptLater(SCROLL)));
  }

  private static void measureBare(Screen screen) {
    screen.open(BARE);
    screen.script(MEASURE);
    System.out.println("a page with two lines: key " + arrows(screen));
  }

  private static void measure(
      World world, Screen screen, String path, Duration latency, String key) {
    screen.open(world.address() + "/" + path);
    screen.see("//*[@role='row'][@aria-rowindex='4']//*[@role='gridcell']");
    Object opened = screen.script("return Math.round(window.opened)");
    screen.saved();
    screen.slow(latency);
    screen.script(MEASURE);
    screen.press("//*[@role='row'][@aria-rowindex='4']//*[@role='gridcell'][1]");
    String arrows = arrows(screen);
    String fast = commits(screen, key, FAST);
    String fastest = commits(screen, key, Duration.ZERO);
    System.out.println(
        "%-16s answers after %s: opened %s ms, arrow %s, commit %s, without a pause between keys %s"
            .formatted(path, latency, opened, arrows, fast, fastest));
    screen.slow(Duration.ZERO);
    screen.saved();
  }

  private static String commits(Screen screen, String key, Duration each) {
    Pace pace = new Pace(each);
    for (int i = 0; i < KEYS; i++) {
      pace.await();
      screen.keys(key);
      // The cell is committed once the letter can be seen in it.
      screen.scriptLater(SEEN);
      pace.await();
      screen.keys(Keys.ENTER);
      awaitFrames(screen, i + 1);
    }
    return times(screen);
  }

  private static String arrows(Screen screen) {
    for (int i = 0; i < KEYS; i++) {
      screen.keys(Keys.ARROW_DOWN);
      awaitFrames(screen, i + 1);
    }
    return times(screen);
  }

  /**
   * Waits until as many keys have had their frame; those that are late count as all others do. The
   * page tells of it by itself, as to ask again and again would take its time.
   */
  private static void awaitFrames(Screen screen, int count) {
    screen.scriptLater(
        """
        const done = arguments[arguments.length - 1];
        window.framed = () => window.times.length >= %d && done(true);
        window.framed();
        """
            .formatted(count));
  }

  private static String times(Screen screen) {
    return times(
        screen.script("const t = window.times.splice(0); return t.sort((a, b) => a - b);"));
  }

  @SuppressWarnings("unchecked")
  private static String times(Object sorted) {
    List<Number> all = (List<Number>) sorted;
    Map<String, Integer> at = Map.of("median", all.size() / 2, "95 %", all.size() * 95 / 100);
    return all.isEmpty()
        ? "none"
        : "%.0f ms median, %.0f ms at 95 %%"
            .formatted(
                all.get(at.get("median")).doubleValue(), all.get(at.get("95 %")).doubleValue());
  }

  /** Somebody's time from key to key, kept whatever each one takes. */
  private static final class Pace {
    private final long nanos;
    private long next = System.nanoTime();

    Pace(Duration each) {
      this.nanos = each.toNanos();
    }

    /**
     * Waits for the time of the next key; one that is late is not made up for by the ones after.
     */
    void await() {
      for (long left = next - System.nanoTime(); left > 0; left = next - System.nanoTime()) {
        LockSupport.parkNanos(left);
      }
      next = System.nanoTime() + nanos;
    }
  }
}
