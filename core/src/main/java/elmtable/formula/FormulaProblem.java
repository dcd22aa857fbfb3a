package elmtable.formula;

import elmtable.text.Problem;

/**
 * What is wrong with a formula or template, with offsets in the text that was read; {@code better}
 * may be null.
 */
public record FormulaProblem(Problem problem, int start, int end, String message, String better) {
  FormulaProblem(Problem problem, int start, int end, String message) {
    this(problem, start, end, message, null);
  }
}
