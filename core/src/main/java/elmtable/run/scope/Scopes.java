package elmtable.run.scope;

import elmtable.block.BrowserBlock;
import elmtable.block.Isolation;
import elmtable.block.Property;
import elmtable.block.Scope;
import elmtable.browser.Browser;
import elmtable.plan.ExecutableCase;
import elmtable.plan.RunTarget;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.run.browsers.BrowserConfigs;
import elmtable.run.request.RunRequest;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/** The scopes of a run that are wider than an executable case; they end with their last case. */
public final class Scopes implements AutoCloseable {
  /** From the innermost to the outermost. */
  private static final List<Scope> WIDE = List.of(Scope.ROWS, Scope.SUITE, Scope.RUN);

  private final RunRequest request;
  private Browser.Launcher launcher;
  private final Map<Key, WideScope> scopes = new ConcurrentHashMap<>();
  private final Map<String, Browser.Pool> pools = new HashMap<>();

  /** What tells one scope from others; empty where all of a kind are one. */
  private record Key(
      Scope scope, String environment, String browser, String document, String name) {
    static Key of(Scope scope, ExecutableCase executable) {
      return of(
          scope, executable.entry(), new RunTarget(executable.environment(), executable.browser()));
    }

    static Key of(Scope scope, CaseEntry entry, RunTarget target) {
      boolean inDocument = scope != Scope.RUN;
      return new Key(
          scope,
          target.environment(),
          target.browser(),
          inDocument ? entry.path() : "",
          scope == Scope.ROWS ? entry.key() : "");
    }
  }

  public Scopes(RunRequest request) {
    this.request = request;
  }

  /** From now on it opens browsers with this. */
  public void begin(Browser.Launcher with) {
    launcher = with;
  }

  /**
   * Something more belongs to the scopes of a case: an executable case that was given out, or
   * others of which it is not known yet how many there are.
   */
  public void expect(CaseEntry entry, RunTarget target) {
    for (Scope scope : WIDE) {
      scopes.computeIfAbsent(Key.of(scope, entry, target), key -> new WideScope()).expect();
    }
  }

  public WideScope of(Scope scope, ExecutableCase executable) {
    return scopes.get(Key.of(scope, executable));
  }

  /** The scopes of which a case was the last, the innermost first. */
  public List<WideScope> left(ExecutableCase executable) {
    List<WideScope> ended = new ArrayList<>();
    for (Scope scope : WIDE) {
      WideScope wide = of(scope, executable);
      if (wide.leave()) {
        ended.add(wide);
      }
    }
    return ended;
  }

  /** What shares a browser's state: as the case or its suite says, else its browser. */
  public static Isolation isolation(Project project, CaseEntry entry, String browser) {
    return entry
        .isolation()
        .or(() -> ofBrowser(project, browser, entry.isIndependent()))
        .orElse(Isolation.CASE);
  }

  /** A browser's suite counts as rows where the cases of a suite run side by side. */
  private static Optional<Isolation> ofBrowser(
      Project project, String browser, boolean independent) {
    return project
        .index()
        .browser(browser)
        .flatMap(BrowserBlock::isolation)
        .flatMap(Property::value)
        .map(said -> said == Isolation.SUITE && independent ? Isolation.ROWS : said);
  }

  public Isolation isolation(ExecutableCase executable) {
    return isolation(request.project(), executable.entry(), executable.browser());
  }

  /** A browser beside those of the cases. */
  public Browser open(String browser) {
    Browser.Pool pool;
    synchronized (pools) {
      pool =
          pools.computeIfAbsent(browser, name -> launcher.pool(BrowserConfigs.of(request, name)));
    }
    return pool.open();
  }

  @Override
  public void close() {
    scopes.values().forEach(WideScope::endShared);
    synchronized (pools) {
      pools.values().forEach(Browser.Pool::close);
    }
  }
}
