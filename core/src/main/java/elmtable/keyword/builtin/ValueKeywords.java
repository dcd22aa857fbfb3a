package elmtable.keyword.builtin;

import elmtable.formula.Value;
import elmtable.keyword.FormulaArgument;
import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.KeywordRegistry;
import elmtable.keyword.Param;
import elmtable.keyword.StepContext;
import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Keywords that work with values and evidence. */
@Group("Values")
public final class ValueKeywords {
  @Keyword(
      name = "compute",
      note = "Evaluates a formula and gives its value.",
      gives = "value: text")
  public Value compute(StepContext step, @Param(name = "formula") FormulaArgument formula) {
    return formula.value();
  }

  @Keyword(
      name = KeywordRegistry.GIVE,
      note =
          "Hands out a keyword's results, in the order of its gives or by name, and ends its steps.")
  public void give(StepContext step) {
    throw new IllegalStateException("give is carried out by the engine");
  }

  @Keyword(
      name = "publish",
      note =
          "Hands a value to the cases of this suite that come later and to those that come after this one; a kept one also to later runs in the same environment.")
  public void publish(
      StepContext step,
      @Param(name = "name", note = "what they call it, as in <shared/name>") String name,
      @Param(name = "value") String value,
      @Param(name = "keep", optional = true, fallback = "no", note = "for later runs, too")
          boolean keep) {
    step.publish(name, Value.of(value), keep);
  }

  @Keyword(
      name = "run script",
      note = "Runs JavaScript in the page, as the body of a function, and gives what it returns.",
      gives = "value: text")
  public Value runScript(StepContext step, @Param(name = "script") String script) {
    return value(step.browser().scripts().run(script));
  }

  private static Value value(Object returned) {
    return switch (returned) {
      case null -> Value.EMPTY;
      case Boolean truth -> Value.of(truth.booleanValue());
      case Integer number -> Value.of(number.longValue());
      case Long number -> Value.of(number.longValue());
      case Number number -> new Value.Num(new BigDecimal(number.toString()));
      case List<?> list -> new Value.Many(list.stream().map(ValueKeywords::value).toList());
      case Map<?, ?> map -> {
        Map<String, Value> cells = new LinkedHashMap<>();
        map.forEach((name, cell) -> cells.put(String.valueOf(name), value(cell)));
        yield new Value.Row(cells);
      }
      default -> Value.of(returned.toString());
    };
  }

  @Keyword(name = "log", note = "Writes a line into the report.")
  public void log(StepContext step, @Param(name = "text") String text) {
    step.log(text);
  }

  @Keyword(name = "take picture", note = "Keeps a picture of the page in the report.")
  public void takePicture(StepContext step, @Param(name = "name", optional = true) String name) {
    step.keepPicture(name);
  }
}
