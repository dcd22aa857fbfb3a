package elmtable.run.scope;

import elmtable.browser.BrowserState;
import elmtable.plan.CaseOrder.Part;
import elmtable.run.request.KeptSessions;
import elmtable.run.step.FixtureSteps;
import elmtable.run.step.Frame;
import elmtable.run.step.Reporter;
import elmtable.run.step.StepRunner;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.BiPredicate;

/** Takes sessions over from earlier runs, and hands them to later ones. */
final class EarlierSessions {
  private final KeptSessions kept;
  private final CaseSession session;

  EarlierSessions(CaseSession session) {
    this.kept = session.request().sessions();
    this.session = session;
  }

  /**
   * A session of an earlier run, looked at before its first use in this one.
   *
   * @param works whether the fixture's check passes with a state
   */
  Optional<WideScope.SetUp> find(
      Part part,
      String name,
      String key,
      Duration keptFor,
      Frame frame,
      BiPredicate<Frame, BrowserState> works) {
    Optional<KeptSessions.Session> found = kept.find(key);
    if (found.isEmpty()) {
      return Optional.empty();
    }
    Duration age = Duration.between(found.get().setUpAt(), Instant.now());
    if (age.compareTo(keptFor) > 0) {
      kept.forget(key);
      return Optional.empty();
    }
    if (!works.test(frame, found.get().state())) {
      session
          .reporter()
          .log(
              0,
              "The session of “"
                  + name
                  + "” from an earlier run does not work any more; it is made anew.");
      kept.forget(key);
      return Optional.empty();
    }
    tell(part, name, found.get(), age);
    return Optional.of(
        new WideScope.SetUp(
            part,
            name,
            frame,
            StepRunner.Result.PASSED,
            found.get().gives(),
            session.number(),
            Optional.of(found.get().state()),
            found.get().setUp().toNanos(),
            System.nanoTime() - age.toNanos()));
  }

  private void tell(Part part, String name, KeptSessions.Session found, Duration age) {
    Reporter reporter = session.reporter();
    int id =
        reporter.stepStarted(0, FixtureSteps.SET_UP, name, List.of(), part.document(), part.line());
    reporter.setUpUsed(id, name, 0, part.scope().word(), true, 1, found.setUp().toNanos() / 1e6);
    reporter.log(id, "The session is " + words(age) + " old.");
    reporter.stepFinished(id, StepRunner.Result.PASSED, 0, List.of(), List.of(), "");
  }

  private static String words(Duration age) {
    return age.toMinutes() > 0 ? age.toMinutes() + " min" : age.toSeconds() + " s";
  }

  void keep(String shown, String key, WideScope.SetUp done) {
    if (done.isGood() && done.state().isPresent()) {
      kept.keep(
          key,
          new KeptSessions.Session(
              shown,
              session.executable().environment(),
              session.executable().browser(),
              done.state().get(),
              done.given(),
              Instant.now(),
              Duration.ofNanos(done.nanos())));
    }
  }

  void used(String key) {
    kept.used(key);
  }

  void forget(String key) {
    kept.forget(key);
  }
}
