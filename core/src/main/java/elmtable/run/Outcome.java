package elmtable.run;

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

  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', ' ');
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
