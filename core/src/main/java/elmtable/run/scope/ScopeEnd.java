package elmtable.run.scope;

import elmtable.language.BlockKind;
import elmtable.plan.CaseOrder.Part;
import elmtable.run.browsers.CaseBrowser;
import elmtable.run.step.CaseFiles;
import elmtable.run.step.FixtureSteps;
import elmtable.run.step.Frame;
import elmtable.run.step.StepRunner;
import elmtable.run.time.Deadline;
import java.util.Optional;

/** What is done when a scope's last case has ended. */
public final class ScopeEnd {
  private ScopeEnd() {}

  /** Everything back in reverse, then its hooks; every part whatever happened. */
  public static StepRunner.Result of(
      WideScope scope, Scopes scopes, CaseSession session, CaseFiles files) {
    StepRunner.Result first = StepRunner.Result.PASSED;
    for (WideScope.SetUp done : scope.begun()) {
      if (done.part().kind() == BlockKind.FIXTURE && FixtureSteps.hasTearDown(done.part())) {
        StepRunner.Result result = tornDown(done, scopes, session, files);
        first = first.isGood() ? result : first;
      }
    }
    for (Part hook : scope.endHooks()) {
      try (CaseBrowser browser = browserFor(scopes, session)) {
        StepRunner steps =
            session.wideTearDown(browser, files, Deadline.in(WideParts.USUAL_TIMEOUT));
        Frame frame = Frame.ofHook(WideParts.contextOf(hook), path -> Optional.empty());
        StepRunner.Result result =
            WideParts.hook(steps, hook, "hook " + hook.name(), frame, FixtureSteps.TEAR_DOWN);
        first = first.isGood() ? result : first;
      }
    }
    scope.endShared();
    return first;
  }

  private static CaseBrowser browserFor(Scopes scopes, CaseSession session) {
    return new CaseBrowser(() -> scopes.open(session.executable().browser()));
  }

  private static StepRunner.Result tornDown(
      WideScope.SetUp done, Scopes scopes, CaseSession session, CaseFiles files) {
    try (CaseBrowser browser = browserFor(scopes, session)) {
      done.state().ifPresent(browser::put);
      StepRunner steps = session.wideTearDown(browser, files, Deadline.in(WideParts.USUAL_TIMEOUT));
      return FixtureSteps.tearDown(
          steps, done.part(), done.name().substring("fixture ".length()), done.frame());
    }
  }
}
