package elmtable.check;

import elmtable.binding.VisibleNames;
import elmtable.formula.Template;
import elmtable.language.Block;
import elmtable.language.Section;
import elmtable.language.SectionTable;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.List;
import java.util.Optional;

/** Checks a table of values, of a suite or an environment. */
final class ValueChecks {
  private ValueChecks() {}

  static void check(Block block, VisibleNames names, List<Diagnostic> problems) {
    Optional<SectionTable> table = block.section(Section.VALUES).map(SectionTable::of);
    for (SectionTable.Row row : table.map(SectionTable::rows).orElse(List.of())) {
      Template value = Template.of(row.source("value"));
      Range range = row.cell("value").range();
      TemplateChecks.check(value, range, names, problems);
      if (row.text("kind").equalsIgnoreCase("secret")) {
        secret(value, range, problems);
      }
    }
  }

  /** A secret that stands in the project is known to all who can read it. */
  static void secret(Template value, Range range, List<Diagnostic> problems) {
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
