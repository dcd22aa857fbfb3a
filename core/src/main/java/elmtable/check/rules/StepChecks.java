package elmtable.check.rules;

import elmtable.binding.Binder;
import elmtable.binding.BindingContext;
import elmtable.binding.BoundArgument;
import elmtable.binding.BoundStep;
import elmtable.binding.ColumnValues;
import elmtable.binding.ElementFinder;
import elmtable.binding.KeywordSkeleton;
import elmtable.binding.Origin;
import elmtable.binding.VisibleNames;
import elmtable.formula.Kind;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.keyword.Output;
import elmtable.language.Durations;
import elmtable.language.Mark;
import elmtable.language.Step;
import elmtable.project.DataEntry;
import elmtable.project.ElementEntry;
import elmtable.project.ElementPattern;
import elmtable.project.KeywordEntry;
import elmtable.project.PageEntry;
import elmtable.project.ProjectIndex;
import elmtable.text.Diagnostic;
import elmtable.text.Edit;
import elmtable.text.Fix;
import elmtable.text.Names;
import elmtable.text.Nearest;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Checks steps one after another: their keywords, arguments, references and marks. */
public final class StepChecks {
  /** Where keywords go that a fix makes. */
  /** Nobody wants a keyword with a longer name, or with more parameters. */
  private static final int LONGEST_KEYWORD = 300;

  private static final int MOST_PARAMETERS = 50;

  private static final String NEW_KEYWORDS = "keywords/new.elmt";

  private final ProjectIndex index;
  private final Binder binder;
  private final ElementFinder elements;

  public StepChecks(ProjectIndex index) {
    this.index = index;
    this.binder = new Binder(index);
    this.elements = new ElementFinder(index);
  }

  /**
   * @param visible the names in reach before the first step; it is told what each step keeps
   * @param draft whether steps without a keyword are only noticed
   */
  List<Diagnostic> check(
      List<Step> steps, BindingContext context, VisibleNames visible, boolean draft) {
    List<Diagnostic> problems = new ArrayList<>();
    ConditionalResultCheck results = new ConditionalResultCheck();
    HardExpectationStreak expectations = new HardExpectationStreak();
    for (Step step : steps) {
      visible.enter(step);
      BoundStep bound = binder.bind(step, context);
      problems.addAll(bound.problems());
      boolean ambiguous =
          bound.problems().stream().anyMatch(p -> p.problem() == Problem.AMBIGUOUS_PHRASE);
      if (bound.keyword().isEmpty()) {
        if (!ambiguous) {
          problems.add(unbound(step, draft));
        }
      } else if (!draft && isDraft(bound.keyword().get())) {
        problems.add(
            new Diagnostic(
                Problem.DRAFT_KEYWORD,
                step.first().range(),
                "“" + step.first().name() + "” is a draft; a ready case may not use it yet."));
      }
      for (BoundArgument argument : bound.arguments()) {
        if (argument.cell().isPresent()) {
          argument(argument, bound, context, visible, problems);
        }
      }
      marks(step, visible, problems);
      results.check(step, bound, problems);
      if (context.enclosing().isEmpty() && !draft) {
        expectations.check(step, bound, problems);
      }
      List<Output> gives =
          bound.keyword().map(keyword -> keyword.signature().gives()).orElse(List.of());
      visible.leave(step, gives);
    }
    return problems;
  }

  private static boolean isDraft(KeywordEntry keyword) {
    return keyword instanceof KeywordEntry.Composed composed && composed.isDraft();
  }

  private Diagnostic unbound(Step step, boolean draft) {
    String written = step.first().name();
    if (written.isEmpty()) {
      return new Diagnostic(Problem.UNBOUND_STEP, step.range(), "This step names no keyword.");
    }
    List<String> names =
        index.keywords().stream().map(keyword -> keyword.signature().name()).toList();
    Nearest near = Nearest.to(written, names);
    List<Fix> fixes = new ArrayList<>(List.of(near.fixes(step.first().range())));
    makes(step).ifPresent(fixes::add);
    return new Diagnostic(
        draft ? Problem.UNBOUND_DRAFT_STEP : Problem.UNBOUND_STEP,
        step.first().range(),
        "No keyword is called “" + written + "”." + near.question(" Make one, or choose another."),
        fixes.toArray(Fix[]::new));
  }

  /** A fix that makes a keyword which answers to a step. */
  static Optional<Fix> makes(Step step) {
    if (step.first().source().length() > LONGEST_KEYWORD
        || step.arguments().size() > MOST_PARAMETERS) {
      return Optional.empty();
    }
    return Optional.of(
        new Fix(
            "Make the keyword",
            List.of(new Edit(NEW_KEYWORDS, new Range(0, 0, 0), KeywordSkeleton.of(step) + "\n"))));
  }

  private void argument(
      BoundArgument argument,
      BoundStep bound,
      BindingContext context,
      VisibleNames visible,
      List<Diagnostic> problems) {
    TemplateChecks.check(argument.template(), argument.range(), visible, problems);
    Kind kind = argument.parameter().kind();
    switch (kind.type()) {
      case ELEMENT -> element(argument, context, visible, problems);
      case PAGE -> page(argument, problems);
      case TABLE -> table(argument, problems);
      default -> literal(argument, bound, kind, problems);
    }
  }

  /**
   * An element whose name comes from a column is looked up with each of the rows; one that comes
   * from elsewhere is known at run time only.
   */
  private void named(
      BoundArgument argument,
      BindingContext context,
      VisibleNames visible,
      List<Diagnostic> problems) {
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
                    "No element is called “" + value + "”, which row " + row + " gives."));
          }
        });
  }

  private void element(
      BoundArgument argument,
      BindingContext context,
      VisibleNames visible,
      List<Diagnostic> problems) {
    Optional<String> name = ElementFinder.nameIn(argument.template());
    if (name.isEmpty()) {
      named(argument, context, visible, problems);
      return;
    }
    String written = name.get().replace(ElementPattern.UNKNOWN, '…');
    switch (elements.find(name.get(), context.pages())) {
      case ElementFinder.Found.One one -> {}
      case ElementFinder.Found.None none ->
          problems.add(
              new Diagnostic(
                  Problem.UNKNOWN_ELEMENT,
                  argument.range(),
                  "No element is called “" + written + "”." + none.nearest().question(),
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

  private void page(BoundArgument argument, List<Diagnostic> problems) {
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

  private void table(BoundArgument argument, List<Diagnostic> problems) {
    Optional<String> name = argument.template().literal();
    if (name.isPresent() && index.dataSet(name.get()).isEmpty()) {
      problems.add(unknownDataSet(name.get(), "is no data set", argument.range()));
    }
  }

  private Diagnostic unknownDataSet(String name, String what, Range range) {
    List<String> sets = index.dataSets().stream().map(DataEntry::name).toList();
    Nearest near = Nearest.to(name, sets);
    return new Diagnostic(
        Problem.UNKNOWN_DATA_SET,
        range,
        "“" + name + "” " + what + "." + near.question(),
        near.fixes(range));
  }

  private void literal(
      BoundArgument argument, BoundStep bound, Kind kind, List<Diagnostic> problems) {
    Optional<String> text = argument.template().literal();
    if (text.isEmpty()) {
      return;
    }
    if (kind.type() == Kind.Type.SECRET) {
      ValueChecks.secret(argument.template(), argument.range(), problems);
    }
    if (kind.type() == Kind.Type.YES_NO) {
      trueOrFalse(argument, text.get(), problems);
    }
    if (bound.keyword().get() instanceof KeywordEntry.Method
        && Names.same(argument.parameter().name(), "address")) {
      address(argument, text.get(), problems);
    }
    boolean duration =
        bound.keyword().get() instanceof KeywordEntry.Method method
            && method.builtIn().signature().takes().size() > argument.index()
            && method.builtIn().takesDuration(argument.index());
    if (duration) {
      duration(argument, text.get(), problems);
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

  private static void trueOrFalse(BoundArgument argument, String text, List<Diagnostic> problems) {
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
  private void address(BoundArgument argument, String text, List<Diagnostic> problems) {
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

  private static void duration(BoundArgument argument, String text, List<Diagnostic> problems) {
    if (Durations.read(text).isEmpty()) {
      problems.add(
          new Diagnostic(
              Problem.WRONG_KIND,
              argument.range(),
              "“" + text + "” is no length of time; write it as 500ms, 30s, 5m or 2h."));
    } else {
      problems.add(
          new Diagnostic(
              Problem.FIXED_PAUSE,
              argument.range(),
              "A fixed pause is too long on a good day and too short on a bad one; expect what it waits for instead."));
    }
  }

  private void marks(Step step, VisibleNames visible, List<Diagnostic> problems) {
    for (Mark mark : step.marks()) {
      switch (mark) {
        case Mark.OnlyIf onlyIf -> {
          int offset = mark.cell().source().length() - onlyIf.formula().source().length();
          Range range = mark.cell().range().part(offset, mark.cell().source().length());
          TemplateChecks.references(onlyIf.formula(), range, visible, problems);
        }
        case Mark.ForEach each -> forEach(each, visible, problems);
        case Mark.Keep keep -> {}
        case Mark.Options options -> {}
      }
    }
  }

  private void forEach(Mark.ForEach each, VisibleNames visible, List<Diagnostic> problems) {
    if (index.dataSet(each.list()).isPresent()) {
      return;
    }
    Template formula = Template.ofFormula(each.list());
    int offset = each.listOffset();
    Range range = each.cell().range().part(offset, offset + each.list().length());
    boolean bareName =
        formula.references().size() == 1
            && formula.references().get(0).written().equals(each.list());
    if (bareName && visible.origin(formula.references().get(0)).isEmpty()) {
      problems.add(
          unknownDataSet(each.list(), "is neither a data set nor a list known here", range));
      return;
    }
    TemplateChecks.check(formula, range, visible, problems);
  }
}
