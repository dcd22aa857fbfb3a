package elmtable.run.scope;

import elmtable.binding.BindingContext;
import elmtable.block.FixtureBlock;
import elmtable.block.Isolation;
import elmtable.block.Property;
import elmtable.block.Scope;
import elmtable.browser.BrowserState;
import elmtable.formula.Value;
import elmtable.language.BlockKind;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.plan.CaseOrder.Part;
import elmtable.plan.CaseOrder.Phase;
import elmtable.run.browsers.CaseBrowser;
import elmtable.run.event.Outcome;
import elmtable.run.step.FixtureSteps;
import elmtable.run.step.Frame;
import elmtable.run.step.StepRunner;
import elmtable.run.time.Deadline;
import elmtable.run.time.RunStoppedException;
import elmtable.text.Names;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;

/** What one try of a case asks of the scopes that it shares with others. */
public final class WideParts {
  static final Duration USUAL_TIMEOUT = Duration.ofMinutes(2);

  private final Scopes scopes;
  private final CaseSession session;
  private final CaseBrowser caseBrowser;
  private final Deadline deadline;

  private final EarlierSessions earlier;

  /** A kept session that this try uses, with its key in the store of them. */
  private record Used(WideScope.SetUp done, String sessionKey) {}

  /** By what the scope has it under. */
  private final Map<String, Used> sessions = new LinkedHashMap<>();

  /**
   * @param deadline the case's, which what is waited for here does not count against
   */
  public WideParts(Scopes scopes, CaseSession session, CaseBrowser caseBrowser, Deadline deadline) {
    this.scopes = scopes;
    this.session = session;
    this.caseBrowser = caseBrowser;
    this.deadline = deadline;
    this.earlier = new EarlierSessions(session);
  }

  /** Whether a part is carried out once for several cases. */
  boolean isWide(Part part) {
    return isKept(part) ? !ownSession() : part.scope() != Scope.CASE;
  }

  /** Whether the case wants a session that nobody else has. */
  private boolean ownSession() {
    return session
        .executable()
        .entry()
        .own()
        .keepSession()
        .flatMap(Property::value)
        .filter(keep -> !keep)
        .isPresent();
  }

  private static boolean isKept(Part part) {
    return part.kind() == BlockKind.FIXTURE && keptFor(part).isPresent();
  }

  private static Optional<Duration> keptFor(Part part) {
    return new FixtureBlock(part.located().block()).keepSession().flatMap(Property::value);
  }

  private WideScope scopeOf(Part part) {
    return scopes.of(isKept(part) ? Scope.RUN : part.scope(), session.executable());
  }

  /** Remembers the hooks that come when their scope ends. */
  void expect(List<Part> order) {
    for (Part part : order) {
      boolean after = part.phase() == Phase.AFTER;
      if (after && part.kind() == BlockKind.HOOK && part.scope() != Scope.CASE) {
        scopeOf(part).endWith(part);
      }
    }
  }

  StepRunner.Result hook(Part part) {
    String name = "hook " + part.name();
    String key = name + " " + part.document() + ":" + part.line();
    WideScope.SetUp done =
        reach(
            part,
            key,
            () -> ran(part, name, () -> Frame.ofHook(contextOf(part), p -> Optional.empty())));
    return ReuseStep.result(session, done);
  }

  static BindingContext contextOf(Part part) {
    return BindingContext.of(part.located().block());
  }

  /**
   * A fixture that is set up once.
   *
   * @return nothing where it is to keep its session and that cannot be kept; then each case sets it
   *     up for itself
   */
  Optional<WideScope.SetUp> fixture(
      Part part, String shown, Supplier<Frame> frame, Map<String, Map<String, Value>> needs) {
    String key = "fixture " + Names.key(shown);
    String name = "fixture " + shown;
    Optional<Duration> kept = keptFor(part);
    if (kept.isEmpty()) {
      return Optional.of(reach(part, key, () -> ran(part, name, frame)));
    }
    String sessionKey = SessionKey.of(session, part, shown, needs);
    Supplier<WideScope.SetUp> work = () -> earlierOr(part, shown, sessionKey, kept.get(), frame);
    WideScope.SetUp done = reach(part, key, work);
    if (isOlder(done, kept.get())) {
      scopeOf(part).forget(key, done);
      done = reach(part, key, work);
    }
    if (!done.isGood()) {
      return Optional.of(done);
    }
    if (done.state().isEmpty()) {
      return Optional.empty();
    }
    sessions.put(key, new Used(done, sessionKey));
    earlier.used(sessionKey);
    caseBrowser.put(done.state().get());
    return Optional.of(done);
  }

  /** The session of an earlier run, or else a new one, which later runs get. */
  private WideScope.SetUp earlierOr(
      Part part, String shown, String sessionKey, Duration keptFor, Supplier<Frame> frame) {
    String name = "fixture " + shown;
    return earlier
        .find(part, name, sessionKey, keptFor, frame.get(), (own, state) -> works(part, own, state))
        .orElseGet(() -> {
          WideScope.SetUp done = ran(part, name, frame);
          earlier.keep(shown, sessionKey, done);
          return done;
        });
  }

  private static boolean isOlder(WideScope.SetUp done, Duration age) {
    return System.nanoTime() - done.at() > age.toNanos();
  }

  StepRunner.Result told(WideScope.SetUp done) {
    return ReuseStep.result(session, done);
  }

  private WideScope.SetUp reach(Part part, String key, Supplier<WideScope.SetUp> work) {
    WideScope scope = scopeOf(part);
    long begun = System.nanoTime();
    WideScope.SetUp done = scope.reach(key, session.stop(), work);
    deadline.exclude(System.nanoTime() - begun);
    if (done.number() != session.number()) {
      ReuseStep.tell(session, part, done, isKept(part), scope.reused(key));
    }
    return done;
  }

  private WideScope.SetUp ran(Part part, String name, Supplier<Frame> frame) {
    FixtureBlock fixture =
        part.kind() == BlockKind.FIXTURE ? new FixtureBlock(part.located().block()) : null;
    int tries = fixture == null ? 1 : fixture.tries().flatMap(Property::value).orElse(1);
    Duration timeout =
        fixture == null
            ? USUAL_TIMEOUT
            : fixture.timeout().flatMap(Property::value).orElse(USUAL_TIMEOUT);
    long begun = System.nanoTime();
    WideScope.SetUp done = null;
    for (int i = 0; i < tries && (done == null || !done.isGood()); i++) {
      if (done != null) {
        // Each try that began has its tear-down.
        scopeOf(part).began(done);
      }
      done = ranOnce(part, name, frame.get(), timeout, begun);
    }
    return done;
  }

  private WideScope.SetUp ranOnce(
      Part part, String name, Frame frame, Duration timeout, long begun) {
    Optional<CaseBrowser> shared = sharedBy(part);
    CaseBrowser browser = shared.orElseGet(this::ownBrowser);
    try {
      StepRunner steps = session.wideSteps(browser, Deadline.in(timeout));
      StepRunner.Result result =
          part.kind() == BlockKind.HOOK
              ? hook(steps, part, name, frame, FixtureSteps.SET_UP)
              : FixtureSteps.setUp(steps, part, name.substring("fixture ".length()), frame);
      Optional<BrowserState> state =
          shared.isPresent() || part.kind() == BlockKind.HOOK ? Optional.empty() : browser.state();
      if (result.isGood()
          && isKept(part)
          && state.isPresent()
          && !works(part, frame, state.get())) {
        session
            .reporter()
            .log(
                0,
                "The session of “" + name + "” is not in cookies or storage and cannot be kept.");
        state = Optional.empty();
      }
      return new WideScope.SetUp(
          part,
          name,
          frame,
          result,
          result.isGood() && part.kind() == BlockKind.FIXTURE
              ? FixtureSteps.gives(part, frame)
              : Map.of(),
          session.number(),
          state,
          System.nanoTime() - begun,
          System.nanoTime());
    } catch (RunStoppedException stopped) {
      scopeOf(part).began(brokenOff(part, name, frame));
      throw stopped;
    } finally {
      if (shared.isEmpty()) {
        browser.close();
      }
    }
  }

  /** A set-up that a stop broke off is torn down as far as it came. */
  private WideScope.SetUp brokenOff(Part part, String name, Frame frame) {
    return new WideScope.SetUp(
        part,
        name,
        frame,
        new StepRunner.Result(Outcome.NOT_RUN, null, false),
        Map.of(),
        session.number(),
        Optional.empty(),
        0,
        System.nanoTime());
  }

  static StepRunner.Result hook(
      StepRunner steps, Part part, String name, Frame frame, String phase) {
    List<Step> body = part.located().block().activeSteps(Section.STEPS);
    return steps.surrounding(phase, name, part, body, frame, false);
  }

  private CaseBrowser ownBrowser() {
    return new CaseBrowser(() -> scopes.open(session.executable().browser()));
  }

  /** The cases' browser, where isolation is a fixture's scope or wider. */
  private Optional<CaseBrowser> sharedBy(Part part) {
    Isolation isolation = scopes.isolation(session.executable());
    boolean shares =
        !isKept(part)
            && (part.scope() == Scope.ROWS
                    && (isolation == Isolation.ROWS || isolation == Isolation.SUITE)
                || part.scope() == Scope.SUITE && isolation == Isolation.SUITE);
    return shares ? Optional.of(caseBrowser) : Optional.empty();
  }

  /** Carries out a fixture's check in a fresh browser that has the kept state. */
  private boolean works(Part part, Frame frame, BrowserState state) {
    FixtureBlock fixture = new FixtureBlock(part.located().block());
    Optional<Step> check = fixture.checkStep();
    if (check.isEmpty()) {
      return true;
    }
    try (CaseBrowser fresh = ownBrowser()) {
      fresh.put(state);
      StepRunner steps = session.wideSteps(fresh, Deadline.in(USUAL_TIMEOUT));
      return steps
          .surrounding(
              FixtureSteps.SET_UP,
              "check of " + part.name(),
              part,
              List.of(check.get()),
              frame.afterwards(),
              false)
          .isGood();
    }
  }

  /**
   * After a case that did not pass: looks whether the sessions that it used still work, and forgets
   * those that do not.
   *
   * @return whether one was forgotten, so that the case is worth a try with a new one
   */
  public boolean forgetBrokenSessions() {
    boolean forgotten = false;
    for (Map.Entry<String, Used> used : sessions.entrySet()) {
      WideScope.SetUp done = used.getValue().done();
      boolean own = done.number() == session.number();
      if (!own && !works(done.part(), done.frame(), done.state().orElseThrow())) {
        session
            .reporter()
            .log(
                0,
                "The kept session of “"
                    + done.name()
                    + "” does not work any more; it is made anew.");
        earlier.forget(used.getValue().sessionKey());
        scopeOf(done.part()).forget(used.getKey(), done);
        forgotten = true;
      }
    }
    return forgotten;
  }
}
