package elmtable.run.scope;

import elmtable.plan.ExecutableCase;
import elmtable.run.browsers.CaseBrowser;
import elmtable.run.request.RunRequest;
import elmtable.run.step.CaseFiles;
import elmtable.run.step.CaseValues;
import elmtable.run.step.Reporter;
import elmtable.run.step.StepRunner;
import elmtable.run.time.Deadline;
import elmtable.run.time.StopSignal;
import java.time.Duration;

/**
 * What the steps of one try of an executable case have in common, whichever browser they act in.
 *
 * @param request in the case's environment, with its limit
 * @param number the case's in the run
 * @param values what the case's own steps see
 * @param wide what steps see that are carried out for several cases: neither row nor suite
 * @param pace between steps, for watching
 */
public record CaseSession(
    RunRequest request,
    int number,
    ExecutableCase executable,
    Reporter reporter,
    StopSignal stop,
    CaseFiles files,
    CaseValues values,
    CaseValues wide,
    Duration pace) {
  public StepRunner steps(CaseBrowser browser, Deadline deadline) {
    return new StepRunner(request, browser, reporter, stop, values, files, deadline, pace);
  }

  /** For what is set up for several cases. */
  StepRunner wideSteps(CaseBrowser browser, Deadline deadline) {
    return new StepRunner(request, browser, reporter, stop, wide, files, deadline, pace);
  }

  /** For what is torn down for several cases, also when the run was stopped. */
  StepRunner wideTearDown(CaseBrowser browser, CaseFiles fresh, Deadline deadline) {
    return new StepRunner(
        request, browser, reporter, stop.last(), wide, fresh, deadline, Duration.ZERO);
  }
}
