package elmtable.keyword.builtin;

import elmtable.formula.Value;
import elmtable.keyword.FormulaCall;
import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.KeywordRegistry;
import elmtable.keyword.StepContext;
import elmtable.keyword.Takes;

/** Keywords that work with values and evidence. */
@Group("Values")
public final class ValueKeywords {
  @Keyword(
      name = "compute",
      note = "Works out a formula and gives its value.",
      gives = "value: text")
  public Value compute(StepContext step, @Takes(name = "formula") FormulaCall formula) {
    return formula.value().get();
  }

  @Keyword(
      name = KeywordRegistry.GIVE,
      note =
          "Hands out a keyword's results, in the order of its gives or by name, and ends its steps.")
  public void give(StepContext step) {
    throw new IllegalStateException("give is carried out by the engine");
  }

  @Keyword(name = "log", note = "Writes a line into the report.")
  public void log(StepContext step, @Takes(name = "text") String text) {
    step.log(text);
  }

  @Keyword(name = "take picture", note = "Keeps a picture of the page in the report.")
  public void takePicture(StepContext step, @Takes(name = "name", optional = true) String name) {
    step.keepPicture(name);
  }
}
