package elmtable.run.event;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** How a step, a case or a run ended. */
public enum Outcome {
  PASSED,
  FAILED,
  /** It could not be carried out: set-up, browser or the case itself is broken. */
  ERROR,
  /** Something that it depends on did not pass. */
  BLOCKED,
  SKIPPED,
  NOT_RUN;

  /** As in events, in the store and in answers: {@code not-run}. */
  @JsonValue
  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /** For people: {@code not run}. */
  public String shown() {
    return word().replace('-', ' ');
  }

  /** Throws {@link IllegalArgumentException} where there is no such outcome. */
  @JsonCreator
  public static Outcome named(String word) {
    return valueOf(word.toUpperCase(Locale.ROOT).replace('-', '_'));
  }

  /** The worse of two, where a failure of the product outweighs everything that follows from it. */
  Outcome and(Outcome other) {
    return severity() >= other.severity() ? this : other;
  }

  private int severity() {
    return switch (this) {
      case PASSED, SKIPPED -> 0;
      case NOT_RUN -> 1;
      case BLOCKED -> 2;
      case FAILED -> 3;
      case ERROR -> 4;
    };
  }
}
