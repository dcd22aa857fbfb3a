package elmtable.check.rules.step;

import elmtable.binding.Binder;
import elmtable.binding.BindingContext;
import elmtable.binding.BoundArgument;
import elmtable.binding.BoundStep;
import elmtable.binding.KeywordSkeleton;
import elmtable.binding.VisibleNames;
import elmtable.formula.Template;
import elmtable.language.Mark;
import elmtable.language.Step;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.KeywordEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Edit;
import elmtable.text.Fix;
import elmtable.text.Nearest;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Checks steps one after another: their keywords, arguments, references and marks. */
public final class StepChecks {
  /** Nobody wants a keyword with a longer name, or with more parameters. */
  private static final int LONGEST_KEYWORD = 300;

  private static final int MOST_PARAMETERS = 50;

  /** Where keywords go that a fix makes. */
  private static final String NEW_KEYWORDS = "keywords/new.elmt";

  private final ProjectIndex index;
  private final Binder binder;

  public StepChecks(ProjectIndex index) {
    this.index = index;
    this.binder = new Binder(index);
  }

  /**
   * @param visible the names in reach before the first step; it learns what each step keeps
   * @param draft whether steps without a keyword are only noticed
   */
  public List<Diagnostic> check(
      List<Step> steps, BindingContext context, VisibleNames visible, boolean draft) {
    List<Diagnostic> problems = new ArrayList<>();
    ArgumentChecks arguments = new ArgumentChecks(index, context, visible, problems);
    ConditionalResultCheck results = new ConditionalResultCheck();
    HardExpectationStreak expectations = new HardExpectationStreak();
    for (Step step : steps) {
      if (step.isOff()) {
        problems.addAll(step.problems());
        visible.leave(step, List.of());
        continue;
      }
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
          arguments.check(argument, bound);
        }
      }
      marks(step, visible, problems);
      results.check(step, bound, problems);
      if (context.enclosing().isEmpty() && !draft) {
        expectations.check(step, bound, problems);
      }
      visible.leave(step, bound.gives());
    }
    return problems;
  }

  /** Whether neither a name nor a phrase fits a step. */
  public boolean isUnbound(Step step) {
    return index.keyword(step.first().name()).isEmpty()
        && index.phrased(step.first().source()).isEmpty();
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
    Problem unfinished = step.sentence() ? Problem.UNFINISHED_SENTENCE : Problem.UNBOUND_STEP;
    return new Diagnostic(
        draft ? Problem.UNBOUND_DRAFT_STEP : unfinished,
        step.first().range(),
        "Keyword “" + written + "” not found." + near.question(" Make one, or choose another."),
        fixes.toArray(Fix[]::new));
  }

  /** A fix that makes a keyword which answers to a step. */
  public static Optional<Fix> makes(Step step) {
    if (step.first().source().length() > LONGEST_KEYWORD
        || step.arguments().size() > MOST_PARAMETERS) {
      return Optional.empty();
    }
    return Optional.of(
        new Fix(
            "Make the keyword",
            List.of(new Edit(NEW_KEYWORDS, new Range(0, 0, 0), KeywordSkeleton.of(step) + "\n"))));
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
    Template formula = Template.ofFormula(each.list());
    int offset = each.listOffset();
    Range range = each.cell().range().part(offset, offset + each.list().length());
    boolean bareName =
        formula.references().size() == 1
            && formula.references().get(0).written().equals(each.list());
    boolean known = bareName && visible.origin(formula.references().get(0)).isPresent();
    if (!known && index.dataSet(each.list()).isPresent()) {
      return;
    }
    if (bareName && !known) {
      problems.add(
          ArgumentChecks.unknownDataSet(
              index, each.list(), "is neither a data set nor a list known here", range));
      return;
    }
    TemplateChecks.check(formula, range, visible, problems);
  }
}
