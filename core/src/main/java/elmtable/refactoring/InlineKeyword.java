package elmtable.refactoring;

import elmtable.binding.Binder;
import elmtable.binding.BindingContext;
import elmtable.binding.BoundArgument;
import elmtable.binding.BoundStep;
import elmtable.binding.ElementFinder;
import elmtable.binding.LocatedStep;
import elmtable.check.CheckedProject;
import elmtable.formula.Escapes;
import elmtable.formula.Formula;
import elmtable.formula.Kind;
import elmtable.formula.Template;
import elmtable.keyword.KeywordRegistry;
import elmtable.language.Cell;
import elmtable.language.Mark;
import elmtable.language.Section;
import elmtable.language.Step;
import elmtable.project.Project;
import elmtable.project.entry.KeywordEntry;
import elmtable.text.Edit;
import elmtable.text.Names;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Puts a keyword's steps in the place of the step that calls it. */
final class InlineKeyword {
  private final CheckedProject checked;
  private final Project project;
  private final Optional<LocatedStep> at;
  private final Map<String, String> values = new HashMap<>();

  InlineKeyword(CheckedProject checked, String document, int line) {
    this.checked = checked;
    this.project = checked.project();
    this.at = LocatedStep.find(project, document, line);
  }

  Preview preview() {
    if (at.isEmpty()) {
      return Preview.refused("There is no step here.");
    }
    Step call = at.get().step();
    BoundStep bound = new Binder(project.index()).bind(call, at.get().context(project));
    if (!(bound.keyword().orElse(null) instanceof KeywordEntry.Composed keyword)) {
      return Preview.refused("This step calls no keyword that is made of steps.");
    }
    if (!bound.problems().isEmpty()) {
      return Preview.refused(bound.problems().get(0).message());
    }
    if (call.marks().stream().anyMatch(mark -> !(mark instanceof Mark.Keep))) {
      return Preview.refused(
          "The step has a mark, which holds for the keyword as a whole and cannot be divided.");
    }
    List<Step> body = keyword.block().steps(Section.STEPS);
    for (int i = 0; i + 1 < body.size(); i++) {
      if (isGive(body.get(i))) {
        return Preview.refused("The keyword hands out its results before its last step.");
      }
    }
    for (BoundArgument argument : bound.arguments()) {
      // A default may say the parameters before it.
      String source = argument.template().source();
      String value = argument.cell().isPresent() ? source : filled(source);
      values.put(Names.key(argument.parameter().name()), value);
    }
    List<List<String>> rows = new ArrayList<>();
    for (Step step : body) {
      if (isGive(step)) {
        given(step, call, keyword, rows);
      } else {
        rows.add(row(step, BindingContext.of(keyword)));
      }
    }
    return Preview.of(checked, edits(rows), List.of());
  }

  private static boolean isGive(Step step) {
    return Names.same(step.first().name(), KeywordRegistry.GIVE);
  }

  private List<Edit> edits(List<List<String>> rows) {
    StringBuilder text = new StringBuilder();
    for (List<String> row : rows) {
      text.append(text.isEmpty() ? "" : "\n").append("| ").append(String.join(" | ", row));
      text.append(" |");
    }
    LocatedStep step = at.orElseThrow();
    Range range = step.step().range().shiftedBy(step.located().firstLine());
    Edit edit =
        rows.isEmpty()
            ? Edit.removeLine(step.document().path(), range.line())
            : new Edit(step.document().path(), range, text.toString());
    return List.of(edit);
  }

  /** What the keyword gives is worked out under the names that the call keeps. */
  private void given(Step give, Step call, KeywordEntry.Composed keyword, List<List<String>> rows) {
    Mark.Keep keep = call.mark(Mark.Keep.class);
    if (keep == null) {
      return;
    }
    BoundStep bound = new Binder(project.index()).bind(give, BindingContext.of(keyword));
    for (BoundArgument argument : bound.arguments()) {
      if (argument.index() < keep.names().size() && argument.cell().isPresent()) {
        String formula =
            argument.template().singleReference().isPresent()
                ? inside(filled(argument.template().source()))
                : quoted(argument.template().literal().orElse(argument.template().source()));
        rows.add(List.of("compute", formula, "=> " + keep.names().get(argument.index())));
      }
    }
  }

  private static String inside(String reference) {
    Template template = Template.of(reference);
    return template.singleReference().isPresent()
        ? reference.substring(1, reference.length() - 1)
        : quoted(template.literal().orElse(reference));
  }

  private static String quoted(String text) {
    return text.matches("-?(0|[1-9]\\d*)(\\.\\d+)?") ? text : "'" + text.replace("'", "''") + "'";
  }

  private List<String> row(Step step, BindingContext context) {
    BoundStep bound = new Binder(project.index()).bind(step, context);
    List<String> cells = new ArrayList<>(List.of(filled(step.first().source())));
    for (int i = 0; i < step.arguments().size(); i++) {
      Cell cell = step.arguments().get(i);
      Optional<BoundArgument> argument = bound.argumentAt(i);
      boolean formula =
          argument.filter(a -> a.parameter().kind().type() == Kind.Type.FORMULA).isPresent();
      String text = formula ? bare(cell.source()) : filled(cell.source());
      boolean element =
          argument.filter(a -> a.parameter().kind().type() == Kind.Type.ELEMENT).isPresent();
      cells.add(element ? reachable(text, context) : text);
    }
    for (Mark mark : step.marks()) {
      cells.add(
          mark instanceof Mark.OnlyIf onlyIf
              ? "? " + bare(onlyIf.formula().source())
              : mark.cell().source());
    }
    return cells;
  }

  /** An element's name that is found from here as it was from there. */
  private String reachable(String name, BindingContext from) {
    ElementFinder finder = new ElementFinder(project.index());
    List<String> pages = at.orElseThrow().context(project).pages();
    if (Template.of(name).singleReference().isEmpty()
        && finder.find(name, from.pages()) instanceof ElementFinder.Found.One there) {
      boolean same =
          finder.find(name, pages) instanceof ElementFinder.Found.One here
              && here.element() == there.element();
      boolean named = name.startsWith(there.element().page() + "/");
      return same || named ? name : there.element().page() + "/" + name;
    }
    return name;
  }

  /** A cell with the call's values in the places of the keyword's parameters. */
  private String filled(String source) {
    Template template = Template.of(source);
    StringBuilder text = new StringBuilder();
    int done = 0;
    for (Template.Part part : template.parts()) {
      if (part instanceof Template.Expression place) {
        text.append(source, done, place.start());
        text.append(place(place, source, template.parts().size() == 1));
        done = place.end();
      }
    }
    return text.append(source.substring(done)).toString();
  }

  private String place(Template.Expression place, String source, boolean whole) {
    String written = source.substring(place.start() + 1, place.end() - 1);
    if (place.formula() instanceof Formula.Reference reference && reference.path().size() == 1) {
      String value = values.get(Names.key(reference.path().get(0)));
      if (value != null) {
        return whole || Template.of(value).literal().isEmpty()
            ? value
            : Escapes.inline(Template.of(value).literal().get());
      }
    }
    return "<" + bare(written) + ">";
  }

  /** A formula with the call's values in the places of the keyword's parameters. */
  private String bare(String formula) {
    StringBuilder text = new StringBuilder();
    int done = 0;
    for (Formula.Reference reference : Template.ofFormula(formula).references()) {
      String value =
          reference.path().size() == 1 ? values.get(Names.key(reference.path().get(0))) : null;
      if (value != null) {
        Template template = Template.of(value);
        boolean name =
            template.singleReference().filter(f -> f instanceof Formula.Reference).isPresent();
        String inner = inside(value);
        text.append(formula, done, reference.start());
        text.append(name || template.literal().isPresent() ? inner : "(" + inner + ")");
        done = reference.end();
      }
    }
    return text.append(formula.substring(done)).toString();
  }
}
