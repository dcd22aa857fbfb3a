package elmtable.check.rules;

import elmtable.block.NameList;
import elmtable.check.rules.step.PropertyChecks;
import elmtable.language.Section;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.EarlierCase;
import elmtable.project.entry.SuiteEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Checks which cases a case comes after. */
final class AfterChecks {
  private final ProjectIndex index;

  AfterChecks(ProjectIndex index) {
    this.index = index;
  }

  void check(CaseEntry entry, List<Diagnostic> problems) {
    for (NameList.Place place : entry.after().places()) {
      String name = place.name();
      Range range = place.range();
      Optional<EarlierCase> found = index.earlier(name, entry);
      if (found.isEmpty()) {
        problems.add(
            PropertyChecks.unknown(Problem.UNKNOWN_CASE, "case", name, range, candidates(entry)));
        continue;
      }
      CaseEntry earlier = found.get().entry();
      if (!never(earlier).isEmpty()) {
        problems.add(
            new Diagnostic(
                Problem.AFTER_NEVER,
                range,
                "“" + name + "” " + never(earlier) + ", so nothing can come after it."));
      } else if (found.get().byRow()) {
        byRow(entry, earlier, range, problems);
      }
    }
  }

  /** Rows are recognised by their keys. */
  private void byRow(CaseEntry entry, CaseEntry earlier, Range range, List<Diagnostic> problems) {
    for (CaseEntry each : List.of(entry, earlier)) {
      if (!hasKey(each)) {
        problems.add(
            new Diagnostic(
                Problem.BAD_PROPERTY_VALUE,
                range,
                "“by row” needs a key of the rows in both cases, and “"
                    + each.name()
                    + "” has none; say which column identifies a row with “key: column”."));
      }
    }
  }

  private boolean hasKey(CaseEntry entry) {
    boolean own =
        entry.own().key().or(() -> entry.ofSuite().flatMap(suite -> suite.key())).isPresent();
    return own
        || entry
            .data()
            .flatMap(index::dataSet)
            .filter(set -> set.own().property("key").isPresent())
            .isPresent();
  }

  private List<String> candidates(CaseEntry entry) {
    List<String> names = new ArrayList<>();
    for (SuiteEntry suite : index.suites()) {
      boolean own = suite.path().equals(entry.path());
      suite
          .cases()
          .forEach(each -> names.add(own ? each.name() : suite.name() + "/" + each.name()));
    }
    names.remove(entry.name());
    return names;
  }

  private static String never(CaseEntry entry) {
    if (entry.isDraft()) {
      return "is a draft";
    }
    if (!entry.mayRun()) {
      return "does not run (run: no)";
    }
    return entry.block().activeSteps(Section.STEPS).isEmpty() ? "has no steps" : "";
  }
}
