package elmtable.refactoring;

import elmtable.binding.Binder;
import elmtable.binding.BoundArgument;
import elmtable.binding.BoundStep;
import elmtable.binding.LocatedStep;
import elmtable.check.CheckedProject;
import elmtable.formula.Formula;
import elmtable.formula.Kind;
import elmtable.formula.Template;
import elmtable.language.Cell;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Mark;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.text.Edit;
import elmtable.text.Names;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/** Makes a keyword of steps, and calls it wherever they stand. */
final class ExtractKeyword {
  /** Places that a keyword's body sees as its caller does. */
  private static final Set<String> SEEN_INSIDE = Set.of("env", "run", "os");

  /** A new parameter, and what each place gives for it. */
  private record Taken(String name, Kind kind, List<String> arguments) {}

  /** The steps of a section. */
  private record Sequence(String document, int line, Section section) {
    static Sequence of(LocatedStep step) {
      return new Sequence(step.document().path(), step.located().firstLine(), step.section());
    }
  }

  private final CheckedProject checked;
  private final Project project;
  private final Optional<LocatedStep> at;
  private final int count;
  private final String name;
  private final Set<Extraction.Place> except;
  private final List<LocatedStep> places = new ArrayList<>();

  /** Where in each sequence of steps the places begin. */
  private final Map<Sequence, List<Integer>> found = new HashMap<>();

  private final Map<String, Taken> takes = new LinkedHashMap<>();

  /**
   * @param except places with the same steps that are left as they are
   */
  ExtractKeyword(
      CheckedProject checked,
      String document,
      int line,
      int count,
      String name,
      Set<Extraction.Place> except) {
    this.checked = checked;
    this.project = checked.project();
    this.at = LocatedStep.find(project, document, line);
    this.count = count;
    this.name = name;
    this.except = except;
  }

  /** Where these steps stand, the chosen place first; nothing where there are none. */
  List<Extraction.Place> places() {
    if (!isThere()) {
      return List.of();
    }
    find();
    return places.stream().map(ExtractKeyword::place).toList();
  }

  /** Those of some places where the extraction would find these steps, the chosen one first. */
  List<Extraction.Place> placesAmong(List<Extraction.Place> known) {
    LocatedStep chosen = at.orElseThrow();
    add(chosen);
    List<String> wanted = shape(chosen);
    List<String> after = usedAfter(chosen);
    for (Extraction.Place one : known) {
      LocatedStep.find(project, one.document(), one.line())
          .filter(place -> isFree(place) && isAlike(place, wanted, after))
          .ifPresent(this::add);
    }
    return places.stream().map(ExtractKeyword::place).toList();
  }

  private boolean isThere() {
    return at.isPresent() && count >= 1 && at.get().index() + count <= at.get().steps().size();
  }

  private static Extraction.Place place(LocatedStep step) {
    return new Extraction.Place(step.document().path(), step.line(step.index()));
  }

  Extraction extraction() {
    Optional<String> refusal = refusal();
    if (refusal.isPresent()) {
      return new Extraction(Preview.refused(refusal.get()), places(), List.of(), List.of());
    }
    List<Extraction.Place> all = places();
    places.removeIf(step -> step != at.orElseThrow() && except.contains(place(step)));
    Preview preview = preview(body());
    List<Extraction.Taken> taken =
        takes.values().stream()
            .map(each ->
                new Extraction.Taken(each.name(), each.kind().described(), each.arguments()))
            .toList();
    return new Extraction(preview, all, taken, gives());
  }

  private Optional<String> refusal() {
    if (!isThere()) {
      return Optional.of("There are not so many steps here.");
    }
    if (!Placement.isName(name)) {
      return Optional.of("“" + name + "” cannot be the name of a keyword.");
    }
    if (project.index().keyword(name).isPresent()) {
      return Optional.of("There is already a keyword “" + name + "”.");
    }
    return selected(at.get()).stream().anyMatch(step -> Names.same(step.first().name(), "give"))
        ? Optional.of("“give” hands out the results of the keyword it stands in.")
        : Optional.empty();
  }

  private Preview preview(List<List<String>> body) {
    List<String> gives = gives();
    List<Edit> edits = new ArrayList<>();
    for (int i = 0; i < places.size(); i++) {
      call(places.get(i), i, gives, edits);
    }
    edits.add(keyword(body, gives));
    List<String> warnings = new ArrayList<>();
    if (places.size() > 1) {
      warnings.add("These steps stand in " + places.size() + " places, and all of them call it.");
    }
    return Preview.of(checked, edits, warnings);
  }

  private List<Step> selected(LocatedStep place) {
    return place.steps().subList(place.index(), place.index() + count);
  }

  /** The chosen place first, then all others with the same keywords, marks and kept names. */
  private void find() {
    LocatedStep chosen = at.orElseThrow();
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
        && place.context(project).pages().equals(at.orElseThrow().context(project).pages());
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
  private List<String> usedAfter(LocatedStep place) {
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

  private List<String> gives() {
    return usedAfter(at.orElseThrow());
  }

  /** The keyword's steps, with parameters in the place of what differs or is not seen inside. */
  private List<List<String>> body() {
    List<List<String>> rows = new ArrayList<>();
    Set<String> kept = new HashSet<>();
    List<Step> steps = selected(at.orElseThrow());
    for (int s = 0; s < steps.size(); s++) {
      Step step = steps.get(s);
      BoundStep bound = new Binder(project.index()).bind(step, at.get().context(project));
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
    Step at = selected(place).get(step);
    return cell < 0 ? at.first().source() : at.arguments().get(cell).source();
  }

  /** A cell of the body; {@code cell} is -1 for the first one. */
  private String cell(int step, int cell, BoundStep bound, Set<String> kept) {
    String own = source(at.orElseThrow(), step, cell);
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

  private void call(LocatedStep place, int index, List<String> gives, List<Edit> edits) {
    List<String> row = new ArrayList<>(List.of(name));
    takes.values().forEach(taken -> row.add(taken.arguments().get(index)));
    if (!gives.isEmpty()) {
      row.add("=> " + String.join(", ", gives));
    }
    String path = place.document().path();
    Range first = place.step().range().shiftedBy(place.located().firstLine());
    edits.add(new Edit(path, first, "| " + String.join(" | ", row) + " |"));
    for (int i = 1; i < count; i++) {
      edits.add(Edit.removeLine(path, place.line(place.index() + i)));
    }
  }

  /** At the end of the document that the steps were chosen in. */
  private Edit keyword(List<List<String>> body, List<String> gives) {
    StringBuilder text = new StringBuilder("keyword " + name + "\n");
    List<String> pages = at.orElseThrow().context(project).pages();
    if (!pages.isEmpty()) {
      text.append("pages: ").append(String.join(", ", pages)).append('\n');
    }
    if (!takes.isEmpty()) {
      text.append("takes\n| name | kind |\n");
      takes
          .values()
          .forEach(taken ->
              text.append("| ")
                  .append(taken.name())
                  .append(" | ")
                  .append(taken.kind().written())
                  .append(" |\n"));
    }
    if (!gives.isEmpty()) {
      text.append("gives\n| name |\n");
      gives.forEach(each -> text.append("| ").append(each).append(" |\n"));
    }
    text.append("steps\n");
    body.forEach(row -> text.append("| ").append(String.join(" | ", row)).append(" |\n"));
    if (!gives.isEmpty()) {
      text.append("| give");
      gives.forEach(each -> text.append(" | <").append(each).append('>'));
      text.append(" |\n");
    }
    return Placement.atEnd(at.get().document(), text.toString());
  }
}
