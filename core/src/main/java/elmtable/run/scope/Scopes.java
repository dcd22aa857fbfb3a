package elmtable.run.scope;

import elmtable.block.BrowserBlock;
import elmtable.block.Isolation;
import elmtable.block.Property;
import elmtable.block.Scope;
import elmtable.browser.Browser;
import elmtable.plan.ExecutableCase;
import elmtable.project.Project;
import elmtable.run.browsers.BrowserConfigs;
import elmtable.run.request.NumberedCase;
import elmtable.run.request.RunRequest;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The scopes of a run that are wider than an executable case; they end with their last case. */
public final class Scopes implements AutoCloseable {
  /** From the innermost to the outermost. */
  private static final List<Scope> WIDE = List.of(Scope.ROWS, Scope.SUITE, Scope.RUN);

  private final RunRequest request;
  private final Browser.Launcher launcher;
  private final Map<Key, WideScope> scopes = new HashMap<>();
  private final Map<String, Browser.Pool> pools = new HashMap<>();

  /** What tells one scope from others; empty where all of a kind are one. */
  private record Key(
      Scope scope, String environment, String browser, String document, String name) {
    public static Key of(Scope scope, ExecutableCase executable) {
      boolean inDocument = scope != Scope.RUN;
      return new Key(
          scope,
          executable.environment(),
          executable.browser(),
          inDocument ? executable.entry().path() : "",
          scope == Scope.ROWS ? executable.entry().key() : "");
    }
  }

  public Scopes(RunRequest request, List<NumberedCase> cases, Browser.Launcher launcher) {
    this.request = request;
    this.launcher = launcher;
    for (NumberedCase numbered : cases) {
      for (Scope scope : WIDE) {
        scopes
            .computeIfAbsent(Key.of(scope, numbered.executable()), key -> new WideScope())
            .expect();
      }
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
  public static Isolation isolation(Project project, ExecutableCase executable) {
    return executable
        .entry()
        .isolation()
        .or(() -> ofBrowser(project, executable))
        .orElse(Isolation.CASE);
  }

  /** A browser's suite counts as rows where the cases of a suite run side by side. */
  private static Optional<Isolation> ofBrowser(Project project, ExecutableCase executable) {
    boolean independent = executable.entry().isIndependent();
    return project
        .index()
        .browser(executable.browser())
        .flatMap(BrowserBlock::isolation)
        .flatMap(Property::value)
        .map(said -> said == Isolation.SUITE && independent ? Isolation.ROWS : said);
  }

  public Isolation isolation(ExecutableCase executable) {
    return isolation(request.project(), executable);
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
