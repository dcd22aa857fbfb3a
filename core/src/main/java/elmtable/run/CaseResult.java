package elmtable.run;

import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;

/** How a case is going: its outcome so far, and the first failure, which stays the first. */
final class CaseResult {
  private Outcome outcome = Outcome.PASSED;
  private Failure failure;
  private boolean browserLost;

  static CaseResult broken(String message) {
    CaseResult result = new CaseResult();
    result.outcome = Outcome.ERROR;
    result.failure = Failure.of(message);
    return result;
  }

  /** Takes in a phase; a failure of set-up or tear-down makes an error of the case. */
  void add(StepRunner.Result phase, boolean around) {
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
  CaseResult masked(Secrets secrets) {
    failure = secrets.mask(failure);
    return this;
  }

  void stop() {
    outcome = Outcome.NOT_RUN;
    failure = Failure.of("The run was stopped while it was going.");
  }

  boolean isGood() {
    return outcome == Outcome.PASSED;
  }

  Outcome outcome() {
    return outcome;
  }

  Failure failure() {
    return failure;
  }

  boolean browserLost() {
    return browserLost;
  }
}
