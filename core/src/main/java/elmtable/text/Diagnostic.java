package elmtable.text;

import java.util.List;

/** One problem: what kind, where, why in one sentence, and what would mend it. */
public record Diagnostic(Problem problem, Range range, String message, List<Fix> fixes) {
  public Diagnostic {
    fixes = List.copyOf(fixes);
  }

  public Diagnostic(Problem problem, Range range, String message, Fix... fixes) {
    this(problem, range, message, List.of(fixes));
  }

  public Severity severity() {
    return problem.severity();
  }

  /**
   * The same problem with its block's first line added, so that its lines count in the document.
   */
  public Diagnostic shiftedBy(int lines) {
    return new Diagnostic(
        problem,
        range.shiftedBy(lines),
        message,
        fixes.stream().map(fix -> fix.shiftedBy(lines)).toList());
  }
}
