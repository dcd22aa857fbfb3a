package elmtable.keyword.builtin;

import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
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
}
