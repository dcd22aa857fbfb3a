package elmtable.keyword.builtin;

import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.RestSkipped;
import elmtable.keyword.StepContext;
import elmtable.keyword.StepFailure;
import elmtable.keyword.Takes;

/** Keywords that end a case. */
@Group("Ending")
public final class Ending {
  @Keyword(name = "fail", note = "Fails the case with a reason.")
  public void fail(StepContext step, @Takes(name = "reason") String reason) {
    throw new StepFailure(reason);
  }

  @Keyword(
      name = "skip the rest",
      note = "Passes over the steps that are left; the case counts as skipped, with the reason.")
  public void skipTheRest(StepContext step, @Takes(name = "reason") String reason) {
    throw new RestSkipped(reason);
  }
}
