package elmtable.refactoring;

import elmtable.binding.LocatedStep;
import elmtable.binding.Origin;
import elmtable.binding.VisibleNames;
import elmtable.check.CheckedProject;
import elmtable.formula.Formula;
import elmtable.formula.Template;
import elmtable.language.BlockKind;
import elmtable.language.Cell;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Line;
import elmtable.language.Mark;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.language.Step;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.NamePattern;
import elmtable.text.Edit;
import elmtable.text.Names;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Moves the first steps of a case into its set-up, or into a fixture. */
final class FirstSteps {
  private static final String FAILS_AS_ERROR =
      "Where one of these steps fails, the case is an error from now on, and not failed.";

  private final CheckedProject checked;
  private final Project project;
  private final Optional<LocatedStep> at;
  private final int count;

  /**
   * @param line of the first step, counted from zero
   */
  FirstSteps(CheckedProject checked, String document, int line, int count) {
    this.checked = checked;
    this.project = checked.project();
    this.at = LocatedStep.find(project, document, line);
    this.count = count;
  }

  private Optional<Preview> refusal(Set<Section> from) {
    boolean there =
        at.isPresent() && count >= 1 && at.get().index() + count <= at.get().steps().size();
    if (!there || at.get().block().kind() != BlockKind.CASE) {
      return Optional.of(Preview.refused("There are not so many steps of a case here."));
    }
    boolean first =
        from.contains(at.get().section())
            && at.get().index() == 0
            && (at.get().section() == Section.SET_UP
                || from.size() == 1
                || at.get().block().steps(Section.SET_UP).isEmpty());
    return first
        ? Optional.empty()
        : Optional.of(
            Preview.refused(
                "Only the first steps can be moved, or they would run before others that they"
                    + " follow now."));
  }

  private List<Step> selected() {
    return at.orElseThrow().steps().subList(0, count);
  }

  private void remove(List<Edit> edits) {
    for (int i = 0; i < count; i++) {
      edits.add(Edit.removeLine(at.orElseThrow().document().path(), at.get().line(i)));
    }
  }

  Preview toSetUp() {
    Optional<Preview> refusal = refusal(Set.of(Section.STEPS));
    if (refusal.isPresent()) {
      return refusal.get();
    }
    StringBuilder rows = new StringBuilder();
    selected().forEach(step -> rows.append(Placement.row(cells(step))));
    List<Edit> edits = new ArrayList<>();
    remove(edits);
    LocatedBlock located = at.orElseThrow().located();
    String path = at.get().document().path();
    Optional<SectionBody> setUp = located.block().section(Section.SET_UP);
    if (setUp.isPresent()) {
      edits.add(Placement.before(path, located, lastLine(setUp.get()) + 1, rows.toString()));
    } else {
      SectionBody steps = located.block().section(Section.STEPS).orElseThrow();
      String word = steps.word().isPresent() ? "" : "steps\n";
      int line = steps.range().line();
      edits.add(Placement.before(path, located, line, "set-up\n" + rows + word));
    }
    return Preview.of(checked, edits, List.of(FAILS_AS_ERROR));
  }

  private static int lastLine(SectionBody section) {
    List<Line.Row> rows = section.rows();
    return rows.isEmpty() ? section.range().line() : rows.get(rows.size() - 1).range().line();
  }

  private static List<String> cells(Step step) {
    List<String> cells = new ArrayList<>(List.of(step.first().source()));
    step.arguments().stream().map(Cell::source).forEach(cells::add);
    step.marks().forEach(mark -> cells.add(mark.cell().source()));
    return cells;
  }

  /**
   * @param name of the fixture; values of the row or suite that the steps use are places in it
   */
  Preview toFixture(String name) {
    Optional<Preview> refusal =
        refusal(Set.of(Section.SET_UP, Section.STEPS)).or(() -> refusedName(name));
    if (refusal.isPresent()) {
      return refusal.get();
    }
    List<String> places = NamePattern.of(name).placeholders().stream().map(Names::key).toList();
    Optional<CaseEntry> entry = entry();
    VisibleNames visible = VisibleNames.of(entry.orElseThrow(), project);
    Set<String> kept = new LinkedHashSet<>();
    StringBuilder rows = new StringBuilder();
    for (Step step : selected()) {
      List<String> row = new ArrayList<>();
      for (String cell : cells(step)) {
        Rewritten rewritten = rewritten(cell, visible, places, kept);
        if (!rewritten.missing().isEmpty()) {
          return Preview.refused(
              "The steps use “"
                  + rewritten.missing()
                  + "” of the case, which a fixture does not see; put it into the name, as in “"
                  + name
                  + " for <"
                  + rewritten.missing()
                  + ">”.");
        }
        row.add(rewritten.cell());
      }
      rows.append(Placement.row(row));
      Optional.ofNullable(step.mark(Mark.Keep.class)).ifPresent(keep -> kept.addAll(keep.names()));
    }
    List<Edit> edits = new ArrayList<>();
    remove(edits);
    edits.add(asked(name));
    edits.add(
        Placement.atEnd(
            at.orElseThrow().document(), fixture(name, rows.toString(), usedAfter(kept))));
    return Preview.of(checked, edits, List.of(FAILS_AS_ERROR));
  }

  private Optional<Preview> refusedName(String name) {
    if (name.isEmpty() || name.chars().anyMatch(c -> "|[]".indexOf(c) >= 0)) {
      return Optional.of(Preview.refused("“" + name + "” cannot be the name of a fixture."));
    }
    return project.index().named(BlockKind.FIXTURE, name).isPresent()
        ? Optional.of(Preview.refused("There is already a fixture “" + name + "”."))
        : Optional.empty();
  }

  private Optional<CaseEntry> entry() {
    return project.indexes().get(at.orElseThrow().document().path()).caseAt(at.get().located());
  }

  /** A cell as a fixture sees it, or a name that it does not see. */
  private record Rewritten(String cell, String missing) {}

  /** The environment's values are named by their place; those of the case must be in the name. */
  private static Rewritten rewritten(
      String cell, VisibleNames visible, List<String> places, Set<String> kept) {
    StringBuilder text = new StringBuilder(cell);
    List<Formula.Reference> references = Template.of(cell).references();
    for (int i = references.size() - 1; i >= 0; i--) {
      Formula.Reference reference = references.get(i);
      String first = reference.path().get(0);
      boolean own =
          reference.path().size() > 1 && !first.equalsIgnoreCase("row")
              || places.contains(Names.key(first))
              || kept.stream().anyMatch(each -> Names.same(each, first));
      if (own) {
        continue;
      }
      if (visible.origin(reference).orElse(null) != Origin.ENVIRONMENT) {
        return new Rewritten(cell, reference.path().get(reference.path().size() - 1));
      }
      text.insert(reference.start(), "env/");
    }
    return new Rewritten(text.toString(), "");
  }

  /** Results that later steps of the case use. */
  private List<String> usedAfter(Set<String> kept) {
    StringBuilder later = new StringBuilder();
    for (Section section : List.of(Section.SET_UP, Section.STEPS, Section.TEAR_DOWN)) {
      List<Step> steps = at.orElseThrow().block().steps(section);
      int from = section == at.get().section() ? count : 0;
      steps.subList(from, steps.size()).forEach(step -> later.append(cells(step)).append('\n'));
    }
    String said = Names.key(later.toString());
    return kept.stream().filter(name -> said.contains(Names.key(name))).toList();
  }

  /** The property that asks for the fixture. */
  private Edit asked(String name) {
    LocatedBlock located = at.orElseThrow().located();
    Optional<Line.Property> fixtures = located.block().property("fixtures");
    if (fixtures.isEmpty()) {
      return Placement.property(at.get().document().path(), located, "fixtures: " + name);
    }
    Range value = fixtures.get().valueRange().shiftedBy(located.firstLine());
    Range end = new Range(value.line(), value.end(), value.end());
    return new Edit(at.get().document().path(), end, ", " + name);
  }

  private String fixture(String name, String rows, List<String> gives) {
    StringBuilder text = new StringBuilder("fixture " + name + "\n");
    List<String> pages = at.orElseThrow().context(project).pages();
    if (!pages.isEmpty()) {
      text.append("pages: ").append(String.join(", ", pages)).append('\n');
    }
    if (!gives.isEmpty()) {
      text.append("gives\n| name |\n");
      gives.forEach(each -> text.append(Placement.row(List.of(each))));
    }
    text.append("set-up\n").append(rows);
    if (!gives.isEmpty()) {
      List<String> give = new ArrayList<>(List.of("give"));
      gives.forEach(each -> give.add("<" + each + ">"));
      text.append(Placement.row(give));
    }
    return text.toString();
  }
}
