package elmtable.keyword.builtin;

import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.Param;
import elmtable.keyword.RestSkippedException;
import elmtable.keyword.StepContext;
import elmtable.keyword.StepFailedException;

/** Keywords that end a case. */
@Group("Ending")
public final class EndingKeywords {
  @Keyword(name = "fail", note = "Fails the case with a reason.")
  public void fail(StepContext step, @Param(name = "reason") String reason) {
    throw new StepFailedException(reason);
  }

  @Keyword(
      name = "skip the rest",
      note = "Passes over the steps that are left; the case counts as skipped, with the reason.")
  public void skipTheRest(StepContext step, @Param(name = "reason") String reason) {
    throw new RestSkippedException(reason);
  }
}
