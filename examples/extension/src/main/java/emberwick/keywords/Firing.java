package emberwick.keywords;

import elmtable.formula.Value;
import elmtable.keyword.Group;
import elmtable.keyword.Keyword;
import elmtable.keyword.KeywordLibrary;
import elmtable.keyword.Param;
import elmtable.keyword.StepContext;
import elmtable.keyword.StepFailedException;
import java.math.BigDecimal;
import java.util.Map;

/** Keywords that know something of kilns. */
@Group("Firing")
public final class Firing implements KeywordLibrary {
  /** Bending points in °C at 60 K an hour, rounded to ten. */
  private static final Map<String, Integer> CONES =
      Map.of("06", 1000, "04", 1060, "5", 1190, "6", 1220, "9", 1260, "10", 1290);

  @Keyword(
      name = "cone temperature",
      note = "Gives the temperature at which a pyrometric cone bends.",
      gives = "degrees: number, in °C")
  public Value coneTemperature(
      StepContext step,
      @Param(
              name = "cone",
              choices = {"06", "04", "5", "6", "9", "10"})
          String cone) {
    return Value.of(CONES.get(cone));
  }

  @Keyword(name = "expect between", note = "A number lies between two others, or is one of them.")
  public void expectBetween(
      StepContext step,
      @Param(name = "value") BigDecimal value,
      @Param(name = "low") BigDecimal low,
      @Param(name = "high") BigDecimal high) {
    if (value.compareTo(low) < 0 || value.compareTo(high) > 0) {
      throw new StepFailedException(
          "The number lies outside.",
          low.toPlainString() + " to " + high.toPlainString(),
          value.toPlainString(),
          null);
    }
  }
}
