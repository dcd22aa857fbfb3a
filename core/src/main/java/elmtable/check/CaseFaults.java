package elmtable.check;

import elmtable.block.FixtureList;
import elmtable.check.rules.ScenarioChecks;
import elmtable.language.BlockKind;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.FixtureMatch;
import elmtable.project.entry.HookEntry;
import elmtable.project.entry.KeywordEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import elmtable.text.Severity;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import java.util.stream.Stream;

/**
 * What keeps a case from running: an error in it, in the head of its suite, or in a keyword that it
 * calls.
 */
public final class CaseFaults {
  private static final Set<Problem> OF_ONE_ROW =
      Set.of(Problem.SHORT_OR_LONG_ROW, Problem.BAD_CELL, Problem.UNKNOWN_ELEMENT_OF_ROW);

  private final CheckedProject checked;
  private final Project project;

  /** The errors of each document, which are few among all that is found in it. */
  private final Map<String, List<Diagnostic>> errors = new ConcurrentHashMap<>();

  /** Blocks in which no error was found, nor in the keywords that they call. */
  private final Set<LocatedBlock> sound =
      Collections.synchronizedSet(Collections.newSetFromMap(new IdentityHashMap<>()));

  public CaseFaults(CheckedProject checked) {
    this.checked = checked;
    this.project = checked.project();
  }

  /** The first error that the whole case depends on, with its place, or the empty text. */
  public String of(CaseEntry entry) {
    boolean outline = entry.block().isScenario() && project.dataOf(entry).hasRows();
    Set<LocatedBlock> seen = Collections.newSetFromMap(new IdentityHashMap<>());
    String own = in(entry.path(), entry.located(), outline, seen);
    if (own.isEmpty()) {
      own = ofSurroundings(entry, seen);
    }
    if (!own.isEmpty() || entry.suite().isEmpty()) {
      return own;
    }
    LocatedBlock suite =
        project.document(entry.path()).flatMap(d -> d.document().suite()).orElseThrow();
    return in(entry.path(), suite, false, seen);
  }

  /**
   * Whether a case of a feature has sentences that no keyword answers to yet, whatever the row. One
   * that only some rows of an outline fill so is a fault of those rows.
   */
  public boolean isUnfinished(CaseEntry entry) {
    if (!entry.block().isScenario()) {
      return false;
    }
    Set<Integer> unfinished = new HashSet<>();
    for (Diagnostic problem : checked.problems(entry.path())) {
      if (problem.problem() == Problem.UNFINISHED_SENTENCE) {
        unfinished.add(problem.range().line());
      }
    }
    return !unfinished.isEmpty()
        && Stream.of(Section.SET_UP, Section.STEPS)
            .flatMap(section -> entry.block().steps(section).stream())
            .filter(step -> unfinished.contains(step.range().line() + entry.located().firstLine()))
            .anyMatch(step -> new ScenarioChecks(project).isUnfinished(step, entry));
  }

  /** What keeps the hooks and fixtures round a case from doing their work. */
  private String ofSurroundings(CaseEntry entry, Set<LocatedBlock> seen) {
    Deque<FixtureList.Use> asked = new ArrayDeque<>(entry.fixtures());
    while (!asked.isEmpty()) {
      FixtureMatch fixture = project.index().fixture(asked.pop().name()).orElse(null);
      if (fixture == null || seen.contains(fixture.named().located())) {
        continue;
      }
      String fault = in(fixture.named().path(), fixture.named().located(), false, seen);
      if (!fault.isEmpty()) {
        return fault;
      }
      asked.addAll(fixture.block().needs().uses());
    }
    for (HookEntry hook : project.index().hooks()) {
      String fault =
          hook.own().isFor(entry.tags()) ? in(hook.path(), hook.located(), false, seen) : "";
      if (!fault.isEmpty()) {
        return fault;
      }
    }
    return "";
  }

  /** The first error of an environment or browser with its place, or the empty text. */
  public String of(BlockKind kind, String name) {
    Set<LocatedBlock> seen = Collections.newSetFromMap(new IdentityHashMap<>());
    return project
        .index()
        .named(kind, name)
        .map(block -> in(block.path(), block.located(), false, seen))
        .orElse("");
  }

  /** A block with the document that has it. */
  private record Placed(String path, LocatedBlock located) {}

  /**
   * The first error of a block and of the keywords that it calls, depth first. A stack instead of
   * calls: a chain of keywords may be long.
   */
  private String in(String path, LocatedBlock first, boolean outline, Set<LocatedBlock> seen) {
    List<LocatedBlock> found = new ArrayList<>();
    Deque<Placed> open = new ArrayDeque<>(List.of(new Placed(path, first)));
    while (!open.isEmpty()) {
      Placed each = open.pop();
      if (sound.contains(each.located()) || !seen.add(each.located())) {
        continue;
      }
      boolean byRow = outline && each.located() == first;
      String own = own(each, byRow);
      if (!own.isEmpty()) {
        return own;
      }
      if (!byRow) {
        found.add(each.located());
      }
      called(each.located()).reversed().forEach(open::push);
    }
    sound.addAll(found);
    return "";
  }

  private String own(Placed block, boolean outline) {
    List<Diagnostic> all = errors.computeIfAbsent(block.path(), this::errorsIn);
    if (all.isEmpty()) {
      return "";
    }
    Set<Integer> others = linesOfOthers(block.path(), block.located());
    return all.stream()
        .filter(error ->
            isInside(error, block.located(), outline) && !others.contains(error.range().line()))
        .findFirst()
        .map(
            error -> block.path() + ", line " + (error.range().line() + 1) + ": " + error.message())
        .orElse("");
  }

  /** A row of data that does not fit its columns spoils its own executable case and no other. */
  private List<Diagnostic> errorsIn(String path) {
    return checked.problems(path).stream()
        .filter(problem ->
            problem.severity() == Severity.ERROR && !OF_ONE_ROW.contains(problem.problem()))
        .toList();
  }

  private List<Placed> called(LocatedBlock located) {
    List<Placed> called = new ArrayList<>();
    for (Section section : List.of(Section.SET_UP, Section.STEPS, Section.TEAR_DOWN)) {
      for (Step step : located.block().activeSteps(section)) {
        if (project.index().called(step).orElse(null) instanceof KeywordEntry.Composed composed) {
          called.add(new Placed(composed.path(), composed.located()));
        }
      }
    }
    return called;
  }

  /** Lines that other cases made of the same scenario have for themselves. */
  private Set<Integer> linesOfOthers(String path, LocatedBlock located) {
    Set<Integer> lines = new HashSet<>();
    if (located.block().isScenario()) {
      for (LocatedBlock other : project.document(path).orElseThrow().document().blocks()) {
        if (other != located && other.firstLine() == located.firstLine()) {
          addLines(other, lines::add);
        }
      }
      addLines(located, lines::remove);
    }
    return lines;
  }

  private static void addLines(LocatedBlock located, Consumer<Integer> lines) {
    located
        .block()
        .lines()
        .forEach(line -> lines.accept(located.firstLine() + line.range().line()));
  }

  /** What keeps a scenario with one row from running, or the empty text. */
  public String ofRow(CaseEntry entry, List<String> columns, List<String> cells) {
    return new ScenarioChecks(project).fault(entry, columns, cells);
  }

  /** Steps of a background stand outside of the scenarios that have them. */
  private static boolean isInside(Diagnostic error, LocatedBlock located, boolean outline) {
    int line = error.range().line();
    boolean inside = line >= located.firstLine() && line < located.end();
    if (!located.block().isScenario()) {
      return inside;
    }
    boolean ofStep =
        Stream.of(Section.SET_UP, Section.STEPS)
            .flatMap(section -> located.block().activeSteps(section).stream())
            .anyMatch(step -> step.range().line() + located.firstLine() == line);
    // Whether a step of an outline is wrong depends on the row.
    return ofStep ? !outline : inside;
  }
}
