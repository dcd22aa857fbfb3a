package elmtable.keyword.builtin;

import elmtable.browser.Target;
import elmtable.formula.Value;
import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.StepContext;
import elmtable.keyword.Takes;

/** Keywords that give what is on the page. */
@Group("Reading")
public final class Reading {
  @Keyword(
      name = "read text",
      note = "Gives the text that the element shows, runs of blanks as one.",
      gives = "text: text")
  public Value readText(StepContext step, @Takes(name = "element") Target element) {
    return Value.of(step.browser().text(element, step.limit()));
  }

  @Keyword(name = "read value", note = "Gives what a field holds.", gives = "value: text")
  public Value readValue(StepContext step, @Takes(name = "element") Target element) {
    return Value.of(step.browser().value(element, step.limit()));
  }
}
