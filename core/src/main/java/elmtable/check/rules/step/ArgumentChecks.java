package elmtable.check.rules.step;

import elmtable.binding.BindingContext;
import elmtable.binding.BoundArgument;
import elmtable.binding.BoundStep;
import elmtable.binding.ColumnValues;
import elmtable.binding.ElementFinder;
import elmtable.binding.Origin;
import elmtable.binding.VisibleNames;
import elmtable.formula.Kind;
import elmtable.formula.Value;
import elmtable.language.Durations;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.DataEntry;
import elmtable.project.entry.ElementEntry;
import elmtable.project.entry.KeywordEntry;
import elmtable.project.entry.NamePattern;
import elmtable.project.entry.PageEntry;
import elmtable.text.Counted;
import elmtable.text.Diagnostic;
import elmtable.text.Fix;
import elmtable.text.Names;
import elmtable.text.Nearest;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Checks the arguments of a step by the kinds of their parameters. */
final class ArgumentChecks {
  private final ProjectIndex index;
  private final BindingContext context;
  private final VisibleNames visible;
  private final List<Diagnostic> problems;
  private final ElementFinder elements;

  ArgumentChecks(
      ProjectIndex index, BindingContext context, VisibleNames visible, List<Diagnostic> problems) {
    this.index = index;
    this.context = context;
    this.visible = visible;
    this.problems = problems;
    this.elements = new ElementFinder(index);
  }

  void check(BoundArgument argument, BoundStep bound) {
    TemplateChecks.check(argument.template(), argument.range(), visible, problems);
    Kind kind = argument.parameter().kind();
    switch (kind.type()) {
      case ELEMENT -> element(argument);
      case PAGE -> page(argument);
      case TABLE -> table(argument);
      case LIST -> list(argument);
      default -> literal(argument, bound, kind);
    }
  }

  /**
   * An element whose name comes from a column is looked up with each of the rows; one that comes
   * from elsewhere is known at run time only.
   */
  private void named(BoundArgument argument) {
    Optional<ColumnValues> values = visible.valuesOf(argument.template());
    boolean parameter =
        argument.template().references().stream()
            .allMatch(r -> visible.origin(r).filter(o -> o == Origin.PARAMETER).isPresent());
    if (!parameter && !values.map(ColumnValues::whole).orElse(false)) {
      index.useAnyElement();
    }
    values
        .map(ColumnValues::firstRows)
        .orElse(Map.of())
        .forEach((value, row) -> {
          if (elements.find(value, context.pages()) instanceof ElementFinder.Found.None) {
            problems.add(
                new Diagnostic(
                    Problem.UNKNOWN_ELEMENT_OF_ROW,
                    argument.range(),
                    "Element “" + value + "” not found; row " + row + " names it."));
          }
        });
  }

  private void element(BoundArgument argument) {
    Optional<String> name = ElementFinder.nameIn(argument.template());
    if (name.isEmpty()) {
      named(argument);
      return;
    }
    String written = name.get().replace(NamePattern.UNKNOWN, '…');
    switch (elements.find(name.get(), context.pages())) {
      case ElementFinder.Found.One one -> {}
      case ElementFinder.Found.None none ->
          problems.add(
              new Diagnostic(
                  Problem.UNKNOWN_ELEMENT,
                  argument.range(),
                  "Element “" + written + "” not found." + none.nearest().question(),
                  none.nearest().fixes(argument.range())));
      case ElementFinder.Found.Several several ->
          problems.add(
              new Diagnostic(
                  Problem.AMBIGUOUS_ELEMENT,
                  argument.range(),
                  "“"
                      + written
                      + "” fits several elements: "
                      + String.join(
                          ", ", several.elements().stream().map(ElementEntry::fullName).toList())
                      + ". Name the page before a slash, or set the case's pages.",
                  several.elements().stream()
                      .map(element ->
                          Fix.replace(
                              "Use " + element.fullName(), argument.range(), element.fullName()))
                      .toArray(Fix[]::new)));
    }
  }

  private void page(BoundArgument argument) {
    Optional<String> name = argument.template().literal();
    if (name.isPresent() && index.page(name.get()).isEmpty()) {
      problems.add(
          PropertyChecks.unknown(
              Problem.UNKNOWN_PAGE,
              "page",
              name.get(),
              argument.range(),
              index.pages().stream().map(PageEntry::name).toList()));
    }
  }

  private void table(BoundArgument argument) {
    Optional<String> name = argument.template().literal();
    if (name.isPresent() && index.dataSet(name.get()).isEmpty()) {
      problems.add(unknownDataSet(index, name.get(), "is not a data set", argument.range()));
    }
  }

  /** A list that is written out is the name of a data set with one column. */
  private void list(BoundArgument argument) {
    table(argument);
    argument
        .template()
        .literal()
        .flatMap(index::dataSet)
        .map(ColumnChecks::typed)
        .filter(columns -> columns.size() > 1)
        .ifPresent(columns ->
            problems.add(
                new Diagnostic(
                    Problem.WRONG_KIND,
                    argument.range(),
                    "“"
                        + argument.template().source()
                        + "” has "
                        + Counted.of(columns.size(), "column")
                        + "; a list is made of a data set with one.")));
  }

  private void literal(BoundArgument argument, BoundStep bound, Kind kind) {
    Optional<String> text = argument.template().literal();
    if (text.isEmpty()) {
      return;
    }
    if (kind.type() == Kind.Type.SECRET) {
      ValueChecks.secret(argument.template(), argument.range(), problems);
    }
    if (kind.type() == Kind.Type.YES_NO) {
      trueOrFalse(argument, text.get());
    }
    if (bound.keyword().get() instanceof KeywordEntry.Method
        && Names.same(argument.parameter().name(), "address")) {
      address(argument, text.get());
    }
    boolean duration =
        bound.keyword().get() instanceof KeywordEntry.Method method
            && method.builtIn().signature().takes().size() > argument.index()
            && method.builtIn().takesDuration(argument.index());
    if (duration) {
      duration(argument, text.get());
      return;
    }
    Optional<String> objection = kind.objection(Value.of(text.get()));
    if (objection.isEmpty()) {
      return;
    }
    Problem problem = kind.type() == Kind.Type.CHOICE ? Problem.NOT_A_CHOICE : Problem.WRONG_KIND;
    Fix[] fixes =
        kind.choices().stream()
            .map(choice -> Fix.replace("Use " + choice, argument.range(), choice))
            .toArray(Fix[]::new);
    problems.add(
        new Diagnostic(
            problem,
            argument.range(),
            "“"
                + text.get()
                + "” does not fit "
                + argument.parameter().name()
                + ": "
                + objection.get()
                + ".",
            fixes));
  }

  private void trueOrFalse(BoundArgument argument, String text) {
    boolean isTrue = text.equalsIgnoreCase("true");
    if (isTrue || text.equalsIgnoreCase("false")) {
      String word = isTrue ? "yes" : "no";
      problems.add(
          new Diagnostic(
              Problem.TRUE_OR_FALSE,
              argument.range(),
              "“" + text + "” is read as " + word + "; say so, as everywhere else.",
              Fix.replace("Write " + word, argument.range(), word)));
    }
  }

  /** An address that begins like an environment's would be wrong in every other one. */
  private void address(BoundArgument argument, String text) {
    index
        .environmentAddresses()
        .forEach((name, start) -> {
          if (text.startsWith(start)) {
            String rest = text.substring(start.length());
            String path = rest.startsWith("/") ? rest : "/" + rest;
            problems.add(
                new Diagnostic(
                    Problem.LITERAL_ADDRESS,
                    argument.range(),
                    "This begins with the environment's “"
                        + name
                        + "”, so it fits no other environment.",
                    Fix.replace("Write " + path, argument.range(), path)));
          }
        });
  }

  private void duration(BoundArgument argument, String text) {
    if (Durations.read(text).isEmpty()) {
      problems.add(
          new Diagnostic(
              Problem.WRONG_KIND,
              argument.range(),
              "“" + text + "” is not a duration; write it as 500ms, 30s, 5m or 2h."));
    } else {
      problems.add(
          new Diagnostic(
              Problem.FIXED_PAUSE,
              argument.range(),
              "A fixed pause is too long on a good day and too short on a bad one; expect what it waits for instead."));
    }
  }

  static Diagnostic unknownDataSet(ProjectIndex index, String name, String what, Range range) {
    List<String> sets = index.dataSets().stream().map(DataEntry::name).toList();
    return unknownDataSet(sets, name, what, range, "");
  }

  /**
   * @param quote what stands round a name there
   */
  static Diagnostic unknownDataSet(
      List<String> sets, String name, String what, Range range, String quote) {
    Nearest near = Nearest.to(name, sets);
    return new Diagnostic(
        Problem.UNKNOWN_DATA_SET,
        range,
        "“" + name + "” " + what + "." + near.question(),
        near.name()
            .map(n -> new Fix[] {Fix.replace("Use " + n, range, quote + n + quote)})
            .orElse(new Fix[0]));
  }
}
