package elmtable.keyword.builtin;

import elmtable.browser.Target;
import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.StepContext;
import elmtable.keyword.Takes;

/** Keywords that act on elements; each waits until its element can be acted on. */
@Group("Acting")
public final class Acting {
  @Keyword(name = "press", note = "Presses a button, link or anything else that can be pressed.")
  public void press(StepContext step, @Takes(name = "element") Target element) {
    step.browser().press(element, step.limit());
  }

  @Keyword(
      name = "enter",
      note =
          "Replaces what is in a field. Dates, times and colours are given as the form stores them: 2026-03-09, 14:30.")
  public void enter(
      StepContext step,
      @Takes(name = "element") Target element,
      @Takes(name = "text") String text) {
    step.browser().enter(element, text, step.limit());
  }

  @Keyword(name = "clear", note = "Empties a field.")
  public void clear(StepContext step, @Takes(name = "element") Target element) {
    step.browser().clear(element, step.limit());
  }

  @Keyword(name = "choose", note = "Chooses an option of a list by its text, or else by its value.")
  public void choose(
      StepContext step,
      @Takes(name = "element") Target element,
      @Takes(name = "option") String option) {
    step.browser().choose(element, option, step.limit());
  }

  @Keyword(
      name = "tick",
      note = "Ticks a box or chooses a radio button, where it is not ticked already.")
  public void tick(StepContext step, @Takes(name = "element") Target element) {
    step.browser().tick(element, true, step.limit());
  }

  @Keyword(name = "untick", note = "Takes the tick from a box, where it has one.")
  public void untick(StepContext step, @Takes(name = "element") Target element) {
    step.browser().tick(element, false, step.limit());
  }
}
