package elmtable.run.scope;

import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.step.Secrets;
import elmtable.run.step.StepRunner;

/** How a case is going: its outcome so far, and the first failure, which stays the first. */
public final class CaseResult {
  private Outcome outcome = Outcome.PASSED;
  private Failure failure;
  private boolean browserLost;

  public static CaseResult broken(String message) {
    CaseResult result = new CaseResult();
    result.outcome = Outcome.ERROR;
    result.failure = Failure.of(message);
    return result;
  }

  /** Takes in a phase; a failure of set-up or tear-down makes an error of the case. */
  public void add(StepRunner.Result phase, boolean around) {
    browserLost |= phase.browserLost();
    if (phase.endsCase() && isGood()) {
      outcome = Outcome.SKIPPED;
      failure = phase.failure();
      return;
    }
    if (phase.outcome() == Outcome.PASSED || phase.outcome() == Outcome.SKIPPED) {
      return;
    }
    if (isGood() || outcome == Outcome.SKIPPED) {
      outcome = around ? Outcome.ERROR : phase.outcome();
      failure = phase.failure();
    }
  }

  /** The same with secrets masked in the failure. */
  public CaseResult masked(Secrets secrets) {
    failure = secrets.mask(failure);
    return this;
  }

  public void stop() {
    outcome = Outcome.NOT_RUN;
    failure = Failure.of("The run was stopped while it was going.");
  }

  boolean isGood() {
    return outcome == Outcome.PASSED;
  }

  public Outcome outcome() {
    return outcome;
  }

  public Failure failure() {
    return failure;
  }

  public boolean browserLost() {
    return browserLost;
  }
}
