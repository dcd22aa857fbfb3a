package elmtable.run.scope;

import elmtable.block.Scope;
import elmtable.language.BlockKind;
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
   * @param reuses how often a kept session was used, 0 if it is none
   */
  static void tell(CaseSession session, Part part, WideScope.SetUp done, int reuses) {
    Reporter reporter = session.reporter();
    int id =
        reporter.stepStarted(
            0, FixtureSteps.SET_UP, done.name(), List.of(), part.document(), part.line());
    String seconds = "%.1f s".formatted(done.nanos() / 1e9);
    reporter.log(
        id,
        reuses > 0
            ? "Session kept from case %d, used again %d time%s; each saves the %s of its set-up."
                .formatted(done.number(), reuses, reuses == 1 ? "" : "s", seconds)
            : "%s once for %s, in case %d (%s)."
                .formatted(
                    part.kind() == BlockKind.HOOK ? "Run" : "Set up",
                    part.scope() == Scope.ROWS ? "all rows" : "the " + part.scope().word(),
                    done.number(),
                    seconds));
    reporter.stepFinished(id, result(session, done), 0, List.of(), List.of(), "");
  }
}
