package elmtable.project;

import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import java.util.List;
import java.util.Optional;

/** Notices steps that stand in other cases as well. */
final class RunChecks {
  private final ProjectIndex index;

  RunChecks(ProjectIndex index) {
    this.index = index;
  }

  /** Tells of the first run of a case that another one has too. */
  void check(CaseEntry entry, List<Diagnostic> problems) {
    List<Step> steps = entry.block().steps(Section.STEPS);
    List<Long> hashes = StepRuns.hashes(steps);
    for (int i = 0; i < hashes.size(); i++) {
      List<StepRuns.Place> others =
          index.stepRuns(hashes.get(i)).stream()
              .filter(place -> place.placed() != entry.placed())
              .toList();
      Optional<StepRuns.Place> first = others.stream().findFirst();
      if (first.isPresent()) {
        int length = length(hashes, i, first.get());
        long cases = others.stream().map(StepRuns.Place::placed).distinct().count();
        problems.add(
            new Diagnostic(
                Problem.REPEATED_STEPS,
                steps.get(i).first().range(),
                "These "
                    + length
                    + " steps stand in "
                    + (cases == 1 ? "another case" : cases + " other cases")
                    + " as well ("
                    + first.get().path()
                    + ", line "
                    + (first.get().line() + 1)
                    + "); a keyword of its own would say what they are for."));
        return;
      }
    }
  }

  /** How many steps both have from there on. */
  private int length(List<Long> hashes, int from, StepRuns.Place other) {
    int windows = 1;
    while (from + windows < hashes.size()
        && index.stepRuns(hashes.get(from + windows)).stream()
            .anyMatch(place -> place.placed() == other.placed())) {
      windows++;
    }
    return StepRuns.WINDOW + windows - 1;
  }
}
