package elmtable.check.rules;

import elmtable.block.Isolation;
import elmtable.block.Property;
import elmtable.block.SuiteBlock;
import elmtable.project.entry.CaseEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import java.util.List;
import java.util.Optional;

/** Checks what a suite or case says about the state of its browser. */
final class IsolationChecks {
  private IsolationChecks() {}

  static void check(SuiteBlock suite, List<Diagnostic> problems) {
    suite.isolation().ifPresent(said -> said(said, suite.isIndependent(), problems));
  }

  static void check(CaseEntry entry, List<Diagnostic> problems) {
    Optional<Property<Isolation>> own = entry.own().isolation();
    own.ifPresent(said -> said(said, entry.isIndependent(), problems));
    boolean open = entry.isolation().filter(said -> said == Isolation.WORKER).isPresent();
    if (open && !entry.after().names().isEmpty()) {
      problems.add(
          new Diagnostic(
              Problem.OPEN_ISOLATION,
              entry.after().line().orElseThrow().valueRange(),
              "With “isolation: worker” nothing is promised of the browser's state, so this case"
                  + " may not find what the earlier one left; write suite or rows."));
    }
  }

  private static void said(
      Property<Isolation> said, boolean independent, List<Diagnostic> problems) {
    Isolation isolation = said.value().orElse(Isolation.CASE);
    if (isolation == Isolation.SUITE && independent) {
      problems.add(
          new Diagnostic(
              Problem.BAD_ISOLATION,
              said.range(),
              "Cases that may run side by side cannot share one state; write “isolation: rows” or"
                  + " remove “independent: yes”."));
    }
  }
}
