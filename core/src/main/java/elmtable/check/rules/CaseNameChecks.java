package elmtable.check.rules;

import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.Rows;
import elmtable.project.CaseData;
import elmtable.project.CaseNames;
import elmtable.project.CaseRow;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Finds rows that give their executable cases one name. */
final class CaseNameChecks {
  /** Rows further down are told apart in the plan, but not looked for here. */
  private static final int MOST_ROWS = 10_000;

  private CaseNameChecks() {}

  static void check(CaseEntry entry, Project project, CaseData data, List<Diagnostic> problems) {
    // The names of an outline are not of our making, and other readers of Gherkin have no columns
    // in them.
    if (!data.isWhole() || data.rows() < 2 || entry.block().isScenario()) {
      return;
    }
    String found = firstDouble(entry, project, data);
    if (!found.isEmpty()) {
      problems.add(
          new Diagnostic(
              Problem.EQUAL_NAMES,
              entry.block().nameRange(),
              found
                  + " Their keys or numbers are added; put a column into the name to tell them"
                  + " apart."));
    }
  }

  private static String firstDouble(CaseEntry entry, Project project, CaseData data) {
    CaseNames names = new CaseNames(entry, project, Map.of());
    Map<String, Integer> seen = new HashMap<>();
    for (CaseData.Part part : data.parts()) {
      if (part.source().isEmpty()) {
        continue;
      }
      try (Rows rows = part.source().get().open()) {
        DataRow row = rows.next();
        for (int i = 0; row != null && i < MOST_ROWS; i++) {
          String name = names.of(Optional.of(CaseRow.of(part, row)));
          Integer before = seen.putIfAbsent(name, row.number());
          if (before != null) {
            return "Rows " + before + " and " + row.number() + " both give “" + name + "”.";
          }
          row = rows.next();
        }
      } catch (BrokenDataException broken) {
        // The data set carries this problem itself.
        return "";
      }
    }
    return "";
  }
}
