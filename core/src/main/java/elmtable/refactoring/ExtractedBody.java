package elmtable.refactoring;

import elmtable.binding.Binder;
import elmtable.binding.BoundArgument;
import elmtable.binding.BoundStep;
import elmtable.binding.LocatedStep;
import elmtable.formula.Formula;
import elmtable.formula.Kind;
import elmtable.formula.Template;
import elmtable.language.Mark;
import elmtable.language.Step;
import elmtable.project.Project;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/** The steps of a keyword made of steps that stand in some places, and the parameters it needs. */
final class ExtractedBody {
  /** Places that a keyword's body sees as its caller does. */
  private static final Set<String> SEEN_INSIDE = Set.of("env", "run", "os");

  /** A new parameter, and what each place gives for it. */
  record Taken(String name, Kind kind, List<String> arguments) {}

  private final Project project;
  private final LocatedStep chosen;
  private final List<LocatedStep> places;
  private final int count;
  private final Map<String, Taken> takes = new LinkedHashMap<>();
  private final List<List<String>> rows;

  /**
   * @param places where {@code count} steps become the keyword, the one that gives the words first
   */
  ExtractedBody(Project project, List<LocatedStep> places, int count) {
    this.project = project;
    this.chosen = places.get(0);
    this.places = places;
    this.count = count;
    this.rows = rows();
  }

  /** The cells of each step. */
  List<List<String>> steps() {
    return rows;
  }

  List<Taken> takes() {
    return List.copyOf(takes.values());
  }

  /** The keyword's steps, with parameters in the place of what differs or is not seen inside. */
  private List<List<String>> rows() {
    List<List<String>> rows = new ArrayList<>();
    Set<String> kept = new HashSet<>();
    List<Step> steps = chosen.steps().subList(chosen.index(), chosen.index() + count);
    for (int s = 0; s < steps.size(); s++) {
      Step step = steps.get(s);
      BoundStep bound = new Binder(project.index()).bind(step, chosen.context(project));
      List<String> row = new ArrayList<>(List.of(cell(s, -1, bound, kept)));
      for (int c = 0; c < step.arguments().size(); c++) {
        row.add(cell(s, c, bound, kept));
      }
      for (Mark mark : step.marks()) {
        if (mark instanceof Mark.OnlyIf onlyIf) {
          seen(onlyIf.formula(), kept, s, -2);
        } else if (mark instanceof Mark.ForEach each) {
          each.names().forEach(item -> kept.add(Names.key(item)));
          if (project.index().dataSet(each.list()).isEmpty()) {
            seen(Template.ofFormula(each.list()), kept, s, -2);
          }
        } else if (mark instanceof Mark.Keep keep) {
          keep.names().forEach(k -> kept.add(Names.key(k)));
        }
        row.add(mark.cell().source());
      }
      rows.add(row);
    }
    return rows;
  }

  private String source(LocatedStep place, int step, int cell) {
    Step called = place.steps().get(place.index() + step);
    return cell < 0 ? called.first().source() : called.arguments().get(cell).source();
  }

  /** A cell of the body; {@code cell} is -1 for the first one. */
  private String cell(int step, int cell, BoundStep bound, Set<String> kept) {
    String own = source(chosen, step, cell);
    List<String> all = places.stream().map(place -> source(place, step, cell)).toList();
    Optional<BoundArgument> argument = cell < 0 ? Optional.empty() : bound.argumentAt(cell);
    Kind kind = argument.map(a -> a.parameter().kind()).orElse(Kind.TEXT);
    boolean formula = kind.type() == Kind.Type.FORMULA;
    Template template = formula ? Template.ofFormula(own) : Template.of(own);
    boolean same = all.stream().allMatch(own::equals);
    boolean foreign =
        template.references().stream()
            .anyMatch(r ->
                r.path().size() > 1
                    && !SEEN_INSIDE.contains(Names.key(r.path().get(0)))
                    && !kept.contains(Names.key(r.path().get(0))));
    if (cell >= 0 && !formula && (!same || foreign)) {
      String parameter = take(argument.map(a -> a.parameter().name()).orElse("value"), kind, all);
      return "<" + parameter + ">";
    }
    seen(template, kept, step, cell);
    return own;
  }

  /** Names of the caller's become parameters of the same name. */
  private void seen(Template template, Set<String> kept, int step, int cell) {
    for (Formula.Reference reference : template.references()) {
      String first = reference.path().get(0);
      boolean outer =
          reference.path().size() == 1
              && !kept.contains(Names.key(first))
              && !takes.containsKey(Names.key(first));
      if (outer) {
        String argument = "<" + reference.written() + ">";
        takes.put(
            Names.key(first),
            new Taken(first, Kind.TEXT, places.stream().map(place -> argument).toList()));
      }
    }
  }

  /** A parameter for these values; the same values are the same parameter. */
  private String take(String wanted, Kind kind, List<String> arguments) {
    for (Taken known : takes.values()) {
      if (known.arguments().equals(arguments) && Objects.equals(known.kind(), kind)) {
        return known.name();
      }
    }
    String own = wanted;
    Template first = Template.of(arguments.get(0));
    if (first.singleReference().orElse(null) instanceof Formula.Reference reference) {
      own = reference.path().get(reference.path().size() - 1);
    }
    String free = own;
    for (int i = 2; takes.containsKey(Names.key(free)); i++) {
      free = own + " " + i;
    }
    takes.put(Names.key(free), new Taken(free, kind, arguments));
    return free;
  }
}
