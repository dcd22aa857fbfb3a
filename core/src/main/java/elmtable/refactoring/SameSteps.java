package elmtable.refactoring;

import elmtable.binding.Binder;
import elmtable.binding.BoundArgument;
import elmtable.binding.LocatedStep;
import elmtable.formula.Kind;
import elmtable.formula.Template;
import elmtable.language.Cell;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Mark;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Finds the places where the same steps stand: those that one keyword could do. */
final class SameSteps {
  /** The steps of a section. */
  private record Sequence(String document, int line, Section section) {
    static Sequence of(LocatedStep step) {
      return new Sequence(step.document().path(), step.located().firstLine(), step.section());
    }
  }

  private final Project project;
  private final LocatedStep chosen;
  private final int count;
  private final List<LocatedStep> places = new ArrayList<>();

  /** Where in each sequence of steps the places begin. */
  private final Map<Sequence, List<Integer>> found = new HashMap<>();

  SameSteps(Project project, LocatedStep chosen, int count) {
    this.project = project;
    this.chosen = chosen;
    this.count = count;
  }

  private List<Step> selected(LocatedStep place) {
    return place.steps().subList(place.index(), place.index() + count);
  }

  /** The chosen place first, then all others with the same keywords, marks and kept names. */
  List<LocatedStep> everywhere() {
    add(chosen);
    List<String> wanted = shape(chosen);
    List<String> after = usedAfter(chosen);
    for (SourceDocument document : project.documents().values()) {
      if (document.isFeature()) {
        continue;
      }
      for (LocatedBlock located : document.document().blocks()) {
        for (Section section : List.of(Section.SET_UP, Section.STEPS, Section.TEAR_DOWN)) {
          others(document, located, section, wanted, after);
        }
      }
    }
    return List.copyOf(places);
  }

  private void others(
      SourceDocument document,
      LocatedBlock located,
      Section section,
      List<String> wanted,
      List<String> after) {
    List<Step> steps = located.block().steps(section);
    int i = 0;
    while (i + count <= steps.size()) {
      // Most steps begin with another keyword; that is seen at once.
      if (!calledName(steps.get(i)).equals(wanted.get(0))) {
        i++;
        continue;
      }
      LocatedStep place = new LocatedStep(document, located, section, steps, i);
      boolean same = isFree(place) && isAlike(place, wanted, after);
      if (same) {
        add(place);
      }
      i += same ? count : 1;
    }
  }

  /** Whether none of its steps belongs to a place that was found before. */
  private boolean isFree(LocatedStep place) {
    return found.getOrDefault(Sequence.of(place), List.of()).stream()
        .noneMatch(index -> Math.abs(index - place.index()) < count);
  }

  private void add(LocatedStep place) {
    places.add(place);
    found.computeIfAbsent(Sequence.of(place), any -> new ArrayList<>()).add(place.index());
  }

  private boolean isAlike(LocatedStep place, List<String> wanted, List<String> after) {
    return place.index() + count <= place.steps().size()
        && shape(place).equals(wanted)
        && after.containsAll(usedAfter(place))
        && place.context(project).pages().equals(chosen.context(project).pages());
  }

  /** What has to be the same: keywords, how many arguments, and marks. */
  private List<String> shape(LocatedStep place) {
    List<String> shape = new ArrayList<>();
    for (Step step : selected(place)) {
      shape.add(calledName(step));
      shape.add(String.valueOf(step.arguments().size()));
      // A formula cannot be handed in, so it has to be the same everywhere.
      for (BoundArgument argument :
          new Binder(project.index()).bind(step, place.context(project)).arguments()) {
        if (argument.parameter().kind().type() == Kind.Type.FORMULA) {
          shape.add(argument.template().source());
        }
      }
      step.marks().forEach(mark -> shape.add(mark.cell().source()));
    }
    return shape;
  }

  private String calledName(Step step) {
    return project
        .index()
        .called(step)
        .map(k -> k.signature().name())
        .orElseGet(() -> step.first().name());
  }

  /** Results kept inside that a later step of the block uses. */
  List<String> usedAfter(LocatedStep place) {
    Set<String> kept = new LinkedHashSet<>();
    for (Step step : selected(place)) {
      Mark.Keep keep = step.mark(Mark.Keep.class);
      if (keep != null) {
        kept.addAll(keep.names());
      }
    }
    List<String> used = new ArrayList<>();
    for (String each : kept) {
      boolean later =
          place.steps().subList(place.index() + count, place.steps().size()).stream()
              .anyMatch(step -> names(step).contains(Names.key(each)));
      if (later) {
        used.add(each);
      }
    }
    return used;
  }

  private static Set<String> names(Step step) {
    Set<String> names = new HashSet<>();
    List<Template> templates = new ArrayList<>();
    for (Cell cell : step.arguments()) {
      templates.add(Template.of(cell.source()));
      templates.add(Template.ofFormula(cell.source()));
    }
    templates.add(Template.of(step.first().source()));
    for (Mark mark : step.marks()) {
      if (mark instanceof Mark.OnlyIf onlyIf) {
        templates.add(onlyIf.formula());
      } else if (mark instanceof Mark.ForEach each) {
        templates.add(Template.ofFormula(each.list()));
      }
    }
    for (Template template : templates) {
      template.references().forEach(reference -> names.add(Names.key(reference.path().get(0))));
    }
    return names;
  }

  /** Those of some places where these steps are found, the chosen one first. */
  List<LocatedStep> among(List<Extraction.Place> known) {
    add(chosen);
    List<String> wanted = shape(chosen);
    List<String> after = usedAfter(chosen);
    for (Extraction.Place one : known) {
      LocatedStep.find(project, one.document(), one.line())
          .filter(place -> isFree(place) && isAlike(place, wanted, after))
          .ifPresent(this::add);
    }
    return List.copyOf(places);
  }
}
