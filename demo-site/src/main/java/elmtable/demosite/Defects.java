package elmtable.demosite;

import java.util.Arrays;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Planted defects, switched by the variable {@code EMBERWICK_DEFECTS}: names divided by commas, or
 * {@code none}.
 *
 * @param lateLabel the Send button of Monday's offer is called otherwise than everywhere else
 * @param oneTooMany 1301 °C is accepted for a glaze firing
 * @param slowKilns the list of kilns takes six seconds
 * @param random503 one call of the interface for programs in twenty fails
 */
public record Defects(boolean lateLabel, boolean oneTooMany, boolean slowKilns, boolean random503) {
  public static Defects of(Map<String, String> variables) {
    Set<String> names =
        Arrays.stream(variables.getOrDefault("EMBERWICK_DEFECTS", "late-label").split(","))
            .map(String::strip)
            .collect(Collectors.toSet());
    return new Defects(
        names.contains("late-label"),
        names.contains("one-too-many"),
        names.contains("slow-kilns"),
        names.contains("random-503"));
  }

  /** Those that the demo's plan "with planted defects" finds. */
  public static Defects planted() {
    return new Defects(true, true, true, false);
  }

  public static Defects none() {
    return new Defects(false, false, false, false);
  }
}
