package elmtable.webdriver.bidi;

import elmtable.browser.BrowserConfig;
import elmtable.browser.BrowserException;
import elmtable.webdriver.bidi.events.ContextEvents;
import elmtable.webdriver.page.PageScripts;
import elmtable.webdriver.process.BrowserPrograms;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The user contexts of a program: made, wiped for a later case or removed. */
final class UserContexts {
  private static final Logger LOG = LoggerFactory.getLogger(UserContexts.class);
  private static final Duration LEAST_WIPING = Duration.ofSeconds(2);
  private static final int WIPING_TO_FRESH = 4;

  private final BrowserProgram program;
  private final EventRouter router;
  private final BrowserConfig config;
  private final WipedContexts wiped =
      new WipedContexts(task -> Thread.ofVirtual().name("wiping").start(task));
  private final AtomicInteger inUse = new AtomicInteger();
  private final AtomicInteger comingBack = new AtomicInteger();

  /** How long the last fresh one took; on a busy machine everything takes longer. */
  private volatile Duration fresh = Duration.ZERO;

  UserContexts(BrowserProgram program, EventRouter router, BrowserConfig config) {
    this.program = program;
    this.router = router;
    this.config = config;
  }

  /** How many cases have. */
  int inUse() {
    return inUse.get();
  }

  /** Whether no case has one, and what the last ones left has been seen to. */
  boolean isUnused() {
    return inUse.get() == 0 && comingBack.get() == 0;
  }

  /** One in a fresh state, which comes back by {@link #release}. */
  UserContext take() {
    UserContext taken = program.isGone() ? make() : wiped.take().orElseGet(this::make);
    inUse.incrementAndGet();
    return taken;
  }

  private UserContext make() {
    long begun = System.nanoTime();
    String user = program.told("browser.createUserContext", Map.of()).path("userContext").asText();
    ContextEvents events = new ContextEvents();
    router.add(user, events);
    program.told(
        "script.addPreloadScript",
        Map.of(
            "functionDeclaration",
            PageScripts.INSTALL,
            "sandbox",
            PageAsker.SANDBOX,
            "userContexts",
            List.of(user)));
    emulation(user).apply(config);
    Optional<Path> downloads = downloadFolder(user);
    Map<String, ?> wanted = Map.of("type", program.kind().newWindow(), "userContext", user);
    String window = program.told("browsingContext.create", wanted).path("context").asText();
    events.opened(window);
    fresh = Duration.ofNanos(System.nanoTime() - begun);
    return new UserContext(user, events, window, downloads);
  }

  UserContextEmulation emulation(String user) {
    return new UserContextEmulation(program.connection(), user, program.description());
  }

  /** Where a user context's downloads go; a remote end keeps them where it will. */
  private Optional<Path> downloadFolder(String user) {
    if (program.isRemote()) {
      return Optional.empty();
    }
    try {
      program.downloads().prepare();
      Path folder = Files.createTempDirectory("elm-downloads-");
      Map<String, String> behaviour =
          Map.of("type", "allowed", "destinationFolder", folder.toString());
      program.told(
          "browser.setDownloadBehavior",
          Map.of("downloadBehavior", behaviour, "userContexts", List.of(user)));
      return Optional.of(folder);
    } catch (IOException full) {
      throw new BrowserException(
          BrowserException.Kind.LOST,
          "No folder for downloads can be made: " + full.getMessage(),
          full);
    }
  }

  /**
   * Takes one back, in the background: the next case does not wait for it. It is wiped for a later
   * one where that can be, else it goes.
   *
   * @param tab where the case was last
   */
  void release(UserContext used, BiDiTab tab) {
    comingBack.incrementAndGet();
    inUse.decrementAndGet();
    wiped.add(() -> {
      Optional<UserContext> next = Optional.empty();
      try {
        program.downloads().keepRest(used.events().downloads());
        next = isWipeable(tab) ? wiping(used, tab).wiped() : next;
        return next;
      } finally {
        if (next.isEmpty()) {
          remove(used);
        }
        comingBack.decrementAndGet();
      }
    });
  }

  /** Whoever may ask where they are was allowed to for good. */
  private boolean isWipeable(BiDiTab tab) {
    return config.wipe()
        && config.emulation().position().isEmpty()
        && !tab.isSilent()
        && !program.isGone();
  }

  /** A fresh one would be there sooner than what takes any longer. */
  private ContextWiping wiping(UserContext used, BiDiTab tab) {
    Duration several = fresh.multipliedBy(WIPING_TO_FRESH);
    Duration limit = several.compareTo(LEAST_WIPING) > 0 ? several : LEAST_WIPING;
    return new ContextWiping(config, router, used, tab, limit);
  }

  private void remove(UserContext used) {
    try {
      router.remove(used.id());
      program.told("browser.removeUserContext", Map.of("userContext", used.id()));
    } catch (BrowserException gone) {
      LOG.debug("A user context was gone before it was removed", gone);
    } finally {
      removeDownloads(used);
    }
  }

  private static void removeDownloads(UserContext used) {
    used.downloads().ifPresent(BrowserPrograms::removeFolder);
  }

  /** The program ends: what it kept of those that wait for a case goes, too. */
  void close() {
    wiped.close(UserContexts::removeDownloads);
  }
}
