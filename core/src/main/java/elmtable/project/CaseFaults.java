package elmtable.project;

import elmtable.language.Document.Placed;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import elmtable.text.Severity;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * What keeps a case from running: an error in it, in the head of its suite, or in a keyword that it
 * calls.
 */
public final class CaseFaults {
  private final Project project;

  public CaseFaults(Project project) {
    this.project = project;
  }

  /** The first error that the whole case depends on, with its place, or the empty text. */
  public String of(CaseEntry entry) {
    Set<Placed> seen = Collections.newSetFromMap(new IdentityHashMap<>());
    String own = in(entry.path(), entry.placed(), seen);
    if (!own.isEmpty() || entry.suite().isEmpty()) {
      return own;
    }
    Placed suite = project.document(entry.path()).flatMap(d -> d.document().suite()).orElseThrow();
    return in(entry.path(), suite, seen);
  }

  private String in(String path, Placed placed, Set<Placed> seen) {
    if (!seen.add(placed)) {
      return "";
    }
    Optional<Diagnostic> error =
        project.problems(path).stream()
            .filter(problem -> problem.severity() == Severity.ERROR && isInside(problem, placed))
            .findFirst();
    if (error.isPresent()) {
      return path + ", line " + (error.get().range().line() + 1) + ": " + error.get().message();
    }
    for (Section section : List.of(Section.SET_UP, Section.STEPS, Section.TEAR_DOWN)) {
      for (Step step : placed.block().steps(section)) {
        Optional<KeywordEntry> called = project.index().called(step);
        if (called.isPresent() && called.get() instanceof KeywordEntry.Composed composed) {
          String inside = in(composed.path(), composed.placed(), seen);
          if (!inside.isEmpty()) {
            return inside;
          }
        }
      }
    }
    return "";
  }

  /** A row of data that does not fit its columns spoils its own executable case and no other. */
  private static boolean isInside(Diagnostic problem, Placed placed) {
    int line = problem.range().line();
    boolean inside = line >= placed.firstLine() && line < placed.end();
    return inside && problem.problem() != Problem.SHORT_OR_LONG_ROW;
  }
}
