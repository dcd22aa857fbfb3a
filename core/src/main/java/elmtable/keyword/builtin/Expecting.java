package elmtable.keyword.builtin;

import elmtable.browser.Browser.Observation;
import elmtable.browser.Browser.Wanted;
import elmtable.browser.Target;
import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.StepContext;
import elmtable.keyword.StepFailure;
import elmtable.keyword.Takes;
import java.math.BigDecimal;

/** Keywords that say how the page has to be; each waits until it is. */
@Group("Expecting")
public final class Expecting {
  @Keyword(
      name = "expect text",
      note = "The element shows exactly this text; runs of blanks count as one.")
  public void expectText(
      StepContext step,
      @Takes(name = "element") Target element,
      @Takes(name = "text") String text) {
    await(step, element, new Wanted.Text(text), text);
  }

  @Keyword(name = "expect no text", note = "The element is there and shows another text, or none.")
  public void expectNoText(
      StepContext step,
      @Takes(name = "element") Target element,
      @Takes(name = "text") String text) {
    await(step, element, new Wanted.NotText(text), "any text but " + text);
  }

  @Keyword(name = "expect value", note = "The field holds exactly this value.")
  public void expectValue(
      StepContext step,
      @Takes(name = "element") Target element,
      @Takes(name = "text") String text) {
    await(step, element, new Wanted.Value(text), text);
  }

  @Keyword(name = "expect shown", note = "The element is on the page and can be seen.")
  public void expectShown(StepContext step, @Takes(name = "element") Target element) {
    await(step, element, new Wanted.Shown(), "shown");
  }

  @Keyword(name = "expect gone", note = "The element is not on the page, or cannot be seen.")
  public void expectGone(StepContext step, @Takes(name = "element") Target element) {
    await(step, element, new Wanted.Gone(), "gone");
  }

  @Keyword(name = "expect count", note = "So many elements are found.")
  public void expectCount(
      StepContext step,
      @Takes(name = "element") Target element,
      @Takes(name = "number") BigDecimal number) {
    int count = Numbers.whole(number, 0, 1_000_000, "A count");
    await(step, element, new Wanted.Count(count), String.valueOf(count));
  }

  @Keyword(
      name = "expect address",
      note = "The page's address is this one; a path counts from the base address.")
  public void expectAddress(StepContext step, @Takes(name = "address") String address) {
    String whole = step.address(address);
    require(step, step.browser().awaitAddress(whole, step.limit()), "The address", whole);
  }

  @Keyword(name = "expect title", note = "The page's title is exactly this text.")
  public void expectTitle(StepContext step, @Takes(name = "text") String text) {
    require(step, step.browser().awaitTitle(text, step.limit()), "The title", text);
  }

  private static void await(StepContext step, Target element, Wanted wanted, String words) {
    require(step, step.browser().await(element, wanted, step.limit()), element.name(), words);
  }

  private static void require(StepContext step, Observation seen, String what, String wanted) {
    if (!seen.holds()) {
      String reason = seen.reason().isEmpty() ? what + " was not as wanted." : seen.reason();
      throw new StepFailure(reason, wanted, seen.found(), step.limit());
    }
  }
}
