package elmtable.keyword.builtin;

import elmtable.browser.Observation;
import elmtable.browser.Target;
import elmtable.browser.Wanted;
import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.Param;
import elmtable.keyword.StepContext;
import elmtable.keyword.StepFailedException;
import java.time.Duration;
import java.util.List;

/** Keywords that wait for more than their element. */
@Group("Waiting")
public final class WaitingKeywords {
  @Keyword(name = "wait for", note = "Waits until an element is on the page and can be seen.")
  public void waitFor(StepContext step, @Param(name = "element") Target element) {
    Observation seen = step.browser().elements().await(element, new Wanted.Shown(), step.limit());
    ExpectationKeywords.require(step, seen, element.name(), "shown");
  }

  @Keyword(
      name = "wait until gone",
      note = "Waits until an element is not on the page any more, or cannot be seen.")
  public void waitUntilGone(StepContext step, @Param(name = "element") Target element) {
    Observation seen = step.browser().elements().await(element, new Wanted.Gone(), step.limit());
    ExpectationKeywords.require(step, seen, element.name(), "gone");
  }

  @Keyword(
      name = "wait for address",
      note = "Waits until the page has this address; a path counts from the base address.")
  public void waitForAddress(StepContext step, @Param(name = "address") String address) {
    String whole = step.address(address);
    ExpectationKeywords.require(
        step, step.browser().pages().awaitAddress(whole, step.limit()), "The address", whole);
  }

  @Keyword(
      name = "wait for quiet network",
      note = "Waits until the page has asked nothing of the network for half a second.")
  public void waitForQuietNetwork(StepContext step) {
    List<String> open = step.browser().network().awaitQuiet(step.limit());
    if (!open.isEmpty()) {
      throw new StepFailedException(
          "The network did not become quiet.",
          "no open request",
          String.join(", ", open),
          step.limit());
    }
  }

  @Keyword(
      name = "pause",
      note = "Waits a fixed time. An expectation is nearly always better: it ends when it may.")
  public void pause(
      StepContext step, @Param(name = "time", note = "such as 500ms or 2s") Duration time) {
    step.pause(time);
  }
}
