package elmtable.check.rules;

import elmtable.block.NameList;
import elmtable.language.Section;
import elmtable.project.CaseEntry;
import elmtable.project.ProjectIndex;
import elmtable.project.SuiteEntry;
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
    NameList after = entry.own().after();
    for (String name : entry.after()) {
      Range range = after.range(name);
      Optional<CaseEntry> earlier = index.caseNamed(name, entry);
      if (earlier.isEmpty()) {
        problems.add(
            PropertyChecks.unknown(Problem.UNKNOWN_CASE, "case", name, range, candidates(entry)));
      } else if (!never(earlier.get()).isEmpty()) {
        problems.add(
            new Diagnostic(
                Problem.AFTER_NEVER,
                range,
                "“" + name + "” " + never(earlier.get()) + ", so nothing can come after it."));
      } else if (leadsTo(earlier.get(), entry)) {
        problems.add(
            new Diagnostic(
                Problem.AFTER_CIRCLE,
                range,
                "“"
                    + name
                    + "” comes after this case itself, so neither can begin; take one of them out"
                    + " of its “after”."));
      }
    }
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
    return entry.block().steps(Section.STEPS).isEmpty() ? "has no steps" : "";
  }

  private boolean leadsTo(CaseEntry from, CaseEntry wanted) {
    return Graphs.reaches(
        from,
        wanted.key(),
        CaseEntry::key,
        entry ->
            entry.after().stream().flatMap(name -> index.caseNamed(name, entry).stream()).toList());
  }
}
