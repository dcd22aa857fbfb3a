package elmtable.keyword.builtin;

import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.StepContext;
import elmtable.keyword.Takes;
import java.time.Duration;

/** Keywords that wait for more than their element. */
@Group("Waiting")
public final class Waiting {
  @Keyword(
      name = "pause",
      note = "Waits a fixed time. An expectation is nearly always better: it ends when it may.")
  public void pause(
      StepContext step, @Takes(name = "time", note = "such as 500ms or 2s") Duration time) {
    step.pause(time);
  }
}
