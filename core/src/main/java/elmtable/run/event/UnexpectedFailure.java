package elmtable.run.event;

import elmtable.formula.FormulaException;
import elmtable.language.Step;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Puts into words what a keyword, an extension or a formula throws that is not a failure of the
 * tested application. The details go to the log.
 */
public final class UnexpectedFailure {
  private static final Logger LOG = LoggerFactory.getLogger(UnexpectedFailure.class);

  private UnexpectedFailure() {}

  public static Failure of(Step step, Throwable thrown) {
    if (thrown instanceof FormulaException noValue) {
      return Failure.of(noValue.getMessage());
    }
    LOG.error("The step “{}” broke off", step.first().name(), thrown);
    return Failure.of("“" + step.first().name() + "” broke off: " + words(thrown) + ".");
  }

  /** {@code division by zero (ArithmeticException)}; of a wrapped exception the cause. */
  public static String words(Throwable thrown) {
    Throwable cause =
        thrown instanceof IllegalStateException && thrown.getCause() != null
            ? thrown.getCause()
            : thrown;
    String kind = cause.getClass().getSimpleName();
    String message = cause.getMessage();
    return message == null || message.isBlank()
        ? kind
        : message.strip().replaceAll("\\.$", "") + " (" + kind + ")";
  }
}
