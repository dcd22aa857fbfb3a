package elmtable.run.browsers;

import elmtable.browser.Browser;
import elmtable.browser.BrowserConfig;
import elmtable.project.Project;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;

/** Says before anything runs which browsers cannot be opened. */
public final class MissingBrowsers {
  /** A remote end that does not answer is not asked each time that somebody looks. */
  private static final long KNOWN_NANOS = Duration.ofSeconds(10).toNanos();

  private final Supplier<Browser.Launcher> launchers;
  private final Map<BrowserConfig, Known> known = new ConcurrentHashMap<>();

  private record Known(Optional<String> reason, long at) {}

  public MissingBrowsers(Supplier<Browser.Launcher> launchers) {
    this.launchers = launchers;
  }

  /** A sentence for each of these browsers that something is missing for. */
  public List<String> of(Project project, List<String> browsers) {
    return browsers.stream()
        .flatMap(name ->
            reason(BrowserConfigs.of(project, name)).stream()
                .map(reason -> "Browser " + name + ": " + reason))
        .toList();
  }

  private Optional<String> reason(BrowserConfig config) {
    Known before = known.get(config);
    if (before != null && System.nanoTime() - before.at() < KNOWN_NANOS) {
      return before.reason();
    }
    Optional<String> reason = look(config);
    known.put(config, new Known(reason, System.nanoTime()));
    return reason;
  }

  private Optional<String> look(BrowserConfig config) {
    try (Browser.Launcher launcher = launchers.get()) {
      return launcher.missing(config);
    } catch (RuntimeException failed) {
      // Whatever keeps it from being looked at would keep a run from it, too.
      return Optional.of(String.valueOf(failed.getMessage()));
    }
  }
}
