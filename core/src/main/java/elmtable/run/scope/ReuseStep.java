package elmtable.run.scope;

import elmtable.plan.CaseOrder.Part;
import elmtable.run.event.Outcome;
import elmtable.run.step.FixtureSteps;
import elmtable.run.step.Reporter;
import elmtable.run.step.StepRunner;
import java.util.List;

/** A step that only says in which case a set-up happened that others share. */
final class ReuseStep {
  private ReuseStep() {}

  /** The result of a set-up for a case, in which it may only be told where it happened. */
  static StepRunner.Result result(CaseSession session, WideScope.SetUp done) {
    return done.isGood() || done.number() == session.number()
        ? done.result()
        : new StepRunner.Result(Outcome.ERROR, done.result().failure(), false);
  }

  /**
   * @param kept whether it is a session that is kept
   * @param times how often it was used so far
   */
  static void tell(CaseSession session, Part part, WideScope.SetUp done, boolean kept, int times) {
    Reporter reporter = session.reporter();
    int id =
        reporter.stepStarted(
            0, FixtureSteps.SET_UP, done.name(), List.of(), part.document(), part.line());
    reporter.setUpUsed(
        id, done.name(), done.number(), part.scope().word(), kept, times, done.nanos() / 1e6);
    reporter.stepFinished(id, result(session, done), 0, List.of(), List.of(), "");
  }
}
