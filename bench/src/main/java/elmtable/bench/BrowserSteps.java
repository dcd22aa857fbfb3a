package elmtable.bench;

import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserState;
import elmtable.browser.Locator;
import elmtable.browser.Target;
import elmtable.browser.Wanted;
import elmtable.demosite.Defects;
import elmtable.demosite.Site;
import elmtable.webdriver.BrowserLauncher;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/**
 * What a step in a browser costs, beside the same steps by hand, on the demo's site: medians of
 * many rounds, in which both take turns.
 */
final class BrowserSteps {
  private static final int ROUNDS = 25;
  private static final int ISOLATED = 8;
  private static final Duration LIMIT = Duration.ofSeconds(30);
  private static final String NOTE = "As early as you can";
  private static final String NOTE_FIELD = "textarea[name=note]";

  /** Makes the page ask its server at each letter of the note. */
  private static final String ASK =
      "document.querySelector('"
          + NOTE_FIELD
          + "').addEventListener('input', () => fetch('/price?shelves=1&programme=Raku'))";

  private BrowserSteps() {}

  /** Something that is measured, in parts. */
  private interface Flow {
    /** Milliseconds of each part. */
    double[] run() throws InterruptedException;
  }

  static void main() throws IOException, InterruptedException {
    try (Site site = Site.start(0, Defects.none());
        BrowserLauncher launcher = new BrowserLauncher(Path.of(""));
        ByHand hand = new ByHand()) {
      double[] raw;
      try (Browser.Pool pool = launcher.pool(BrowserConfig.usual());
          Browser browser = pool.open()) {
        hand.open();
        signIn(browser, site.address());
        signIn(hand, site.address());
        double[][] both =
            medians(
                ROUNDS,
                () -> request(hand, site.address()),
                () -> request(browser, site.address()));
        raw = both[0];
        print("chrome", raw, both[1]);
        asking(browser, hand, site.address());
        hand.end();
      }
      try (Browser.Pool pool = launcher.pool(BrowserConfig.of("firefox"));
          Browser browser = pool.open()) {
        signIn(browser, site.address());
        print("firefox", raw, medians(ROUNDS, () -> request(browser, site.address()))[0]);
      }
      isolated(launcher, hand, site.address());
      kept(launcher, hand, site.address());
      for (String kind : List.of("chrome", "firefox")) {
        heavy(launcher, kind, site.address() + "/glazes");
      }
    }
    SlowAnswers.main();
  }

  private static void print(String browser, double[] raw, double[] ours) {
    String[] parts = {"load a page", "type 19 characters", "press", "whole request"};
    for (int i = 0; i < parts.length; i++) {
      System.out.printf(
          Locale.ROOT,
          "%s, %s: %.1f ms, by hand in chrome %.1f ms, ratio %.2f%n",
          browser,
          parts[i],
          ours[i],
          raw[i],
          ours[i] / raw[i]);
    }
  }

  /**
   * Letters at each of which the page asks its server: what is told of these requests costs time.
   */
  private static void asking(Browser browser, ByHand hand, String address)
      throws InterruptedException {
    browser.within(LIMIT);
    browser.pages().goTo(address + "/bookings");
    browser.scripts().run(ASK);
    hand.goTo(address + "/bookings");
    hand.run(ASK);
    double[][] both =
        medians(
            ROUNDS,
            () -> timed(() -> hand.enter(NOTE_FIELD, NOTE)),
            () ->
                timed(() -> {
                  browser.within(LIMIT);
                  browser.fields().enter(css(NOTE_FIELD), NOTE, LIMIT);
                }));
    printRatio("chrome, type 19 characters with a request for each", "by hand", both);
  }

  /** A state of its own for each: contexts prepared ahead, against a new session for each. */
  private static void isolated(BrowserLauncher launcher, ByHand hand, String address)
      throws InterruptedException {
    try (Browser.Pool pool = launcher.pool(BrowserConfig.usual())) {
      double[][] both =
          medians(
              ISOLATED,
              () ->
                  timed(() -> {
                    hand.open();
                    hand.goTo(address + "/sign-in");
                    hand.enter("input[name=member]", "Wren");
                    hand.end();
                  }),
              () ->
                  timed(() -> {
                    try (Browser fresh = pool.open()) {
                      fresh.within(LIMIT);
                      fresh.pages().goTo(address + "/sign-in");
                      fresh.fields().enter(css("input[name=member]"), "Wren", LIMIT);
                    }
                  }));
      printRatio(
          "chrome, a case of one page in a state of its own", "by hand in a new session", both);
    }
  }

  /** A request in a state of its own: the sign-in kept, against a new session that signs in. */
  private static void kept(BrowserLauncher launcher, ByHand hand, String address)
      throws InterruptedException {
    try (Browser.Pool pool = launcher.pool(BrowserConfig.usual())) {
      BrowserState signedIn;
      try (Browser first = pool.open()) {
        signIn(first, address);
        signedIn = first.state().read().orElseThrow();
      }
      double[][] both =
          medians(
              ISOLATED,
              () -> {
                long begun = System.nanoTime();
                hand.open();
                signIn(hand, address);
                request(hand, address);
                hand.end();
                return new double[] {(System.nanoTime() - begun) / 1e6};
              },
              () ->
                  timed(() -> {
                    try (Browser fresh = pool.open()) {
                      fresh.within(LIMIT);
                      fresh.state().put(signedIn);
                      request(fresh, address);
                    }
                  }));
      printRatio(
          "chrome, a request with the sign-in kept", "by hand in a new session with sign-in", both);
    }
  }

  /** A page with a megabyte of script, in a state of its own each time and again in one tab. */
  private static void heavy(BrowserLauncher launcher, String kind, String address)
      throws InterruptedException {
    try (Browser.Pool pool = launcher.pool(BrowserConfig.of(kind));
        Browser again = pool.open()) {
      again.within(LIMIT);
      show(again, address);
      double[][] both =
          medians(
              ISOLATED,
              () -> timed(() -> show(again, address)),
              () -> {
                try (Browser isolated = pool.open()) {
                  isolated.within(LIMIT);
                  return timed(() -> show(isolated, address));
                }
              });
      printRatio(kind + ", a heavy page in an isolated case", "again in one tab", both);
    }
  }

  private static void show(Browser browser, String address) {
    browser.within(LIMIT);
    browser.pages().goTo(address);
    browser.elements().await(css("#count"), new Wanted.NotText(""), LIMIT);
  }

  /**
   * @param both the other one, and what is measured
   */
  private static void printRatio(String what, String other, double[][] both) {
    System.out.printf(
        Locale.ROOT,
        "%s: %.0f ms, %s %.0f ms, ratio %.2f%n",
        what,
        both[1][0],
        other,
        both[0][0],
        both[1][0] / both[0][0]);
  }

  private static double[] timed(Runnable work) {
    long begun = System.nanoTime();
    work.run();
    return new double[] {(System.nanoTime() - begun) / 1e6};
  }

  private static double[][] medians(int rounds, Flow... flows) throws InterruptedException {
    double[][][] all = new double[flows.length][rounds][];
    for (int round = 0; round < rounds; round++) {
      for (int i = 0; i < flows.length; i++) {
        all[i][round] = flows[i].run();
      }
    }
    return Arrays.stream(all).map(BrowserSteps::medianOfParts).toArray(double[][]::new);
  }

  private static double[] medianOfParts(double[][] rounds) {
    double[] medians = new double[rounds[0].length];
    for (int part = 0; part < medians.length; part++) {
      int at = part;
      double[] sorted = Arrays.stream(rounds).mapToDouble(one -> one[at]).sorted().toArray();
      medians[part] = sorted[sorted.length / 2];
    }
    return medians;
  }

  private static Target css(String selector) {
    return new Target(selector, new Locator(Locator.By.CSS, selector));
  }

  private static void signIn(Browser browser, String address) {
    browser.within(LIMIT);
    browser.pages().goTo(address + "/sign-in");
    browser.fields().enter(css("input[name=member]"), "Juno Farrow", LIMIT);
    browser.fields().enter(css("input[name=password]"), "celadon", LIMIT);
    browser.pointer().press(css("form button"), LIMIT);
    browser.pages().awaitAddress(address + "/bookings", LIMIT);
  }

  private static void signIn(ByHand hand, String address) throws InterruptedException {
    hand.goTo(address + "/sign-in");
    hand.enter("input[name=member]", "Juno Farrow");
    hand.enter("input[name=password]", "celadon");
    hand.press("form button");
    hand.awaitAddress("/bookings");
  }

  private static double[] request(Browser browser, String address) {
    browser.within(LIMIT);
    long begun = System.nanoTime();
    browser.pages().goTo(address + "/bookings");
    long loaded = System.nanoTime();
    browser.fields().enter(css(NOTE_FIELD), NOTE, LIMIT);
    long typed = System.nanoTime();
    browser.pointer().press(css("#send"), LIMIT);
    long pressed = System.nanoTime();
    browser.elements().await(css("#message"), new Wanted.NotText(""), LIMIT);
    return parts(begun, loaded, typed, pressed, System.nanoTime());
  }

  private static double[] request(ByHand hand, String address) throws InterruptedException {
    long begun = System.nanoTime();
    hand.goTo(address + "/bookings");
    long loaded = System.nanoTime();
    hand.enter(NOTE_FIELD, NOTE);
    long typed = System.nanoTime();
    hand.awaitEnabled("#send");
    hand.press("#send");
    long pressed = System.nanoTime();
    hand.awaitText("#message");
    return parts(begun, loaded, typed, pressed, System.nanoTime());
  }

  private static double[] parts(long begun, long loaded, long typed, long pressed, long end) {
    return new double[] {
      (loaded - begun) / 1e6, (typed - loaded) / 1e6, (pressed - typed) / 1e6, (end - begun) / 1e6
    };
  }
}
