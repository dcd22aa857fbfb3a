package elmtable.check.rules.step;

import elmtable.binding.VisibleNames;
import elmtable.block.ValuesTable;
import elmtable.formula.Template;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.List;

/** Checks a table of values, of a suite or an environment. */
public final class ValueChecks {
  private ValueChecks() {}

  public static void check(ValuesTable values, VisibleNames names, List<Diagnostic> problems) {
    for (ValuesTable.Entry entry : values.entries()) {
      TemplateChecks.check(entry.value(), entry.range(), names, problems);
      if (entry.secret()) {
        secret(entry.value(), entry.range(), problems);
      }
    }
  }

  /** A secret that stands in the project is known to all who can read it. */
  public static void secret(Template value, Range range, List<Diagnostic> problems) {
    if (value.literal().filter(text -> !text.isEmpty()).isPresent()) {
      problems.add(
          new Diagnostic(
              Problem.PLAIN_SECRET,
              range,
              "This secret can be read by everybody who sees the project; keep it in a variable of"
                  + " the system and write <os/NAME>."));
    }
  }
}
