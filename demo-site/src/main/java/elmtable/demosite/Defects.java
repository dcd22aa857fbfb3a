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
 */
public record Defects(boolean lateLabel, boolean oneTooMany) {
  public static Defects of(Map<String, String> variables) {
    Set<String> names =
        Arrays.stream(variables.getOrDefault("EMBERWICK_DEFECTS", "late-label").split(","))
            .map(String::strip)
            .collect(Collectors.toSet());
    return new Defects(names.contains("late-label"), names.contains("one-too-many"));
  }

  public static Defects none() {
    return new Defects(false, false);
  }
}
