package elmtable.run.step;

import elmtable.formula.Evaluator;
import elmtable.formula.Formula;
import elmtable.formula.FormulaException;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.language.Mark;
import elmtable.project.DataValues;
import elmtable.project.Project;
import elmtable.text.Counted;
import java.util.List;
import java.util.Optional;

/** The items of a repetition: the rows of a data set, or the values of a list. */
final class LoopItems {
  private final Project project;
  private final Evaluator evaluator;
  private final DataValues data;

  LoopItems(Project project, Evaluator evaluator) {
    this.project = project;
    this.evaluator = evaluator;
    this.data = new DataValues(project, evaluator);
  }

  List<Value> of(Mark.ForEach each) {
    // Names in reach go before data sets.
    Template formula = Template.ofFormula(each.list());
    Optional<Formula> single = formula.singleReference();
    boolean known =
        single.filter(f -> !(f instanceof Formula.Reference) || evaluator.knows(f)).isPresent();
    if (!known && project.index().dataSet(each.list()).isPresent()) {
      return List.copyOf(data.rows(each.list()));
    }
    Value list =
        evaluator.value(
            single.orElseThrow(() ->
                new FormulaException("“" + each.list() + "” is neither a list nor a data set.")));
    return list instanceof Value.Many many ? many.items() : List.of(list);
  }

  /** The rows of the data set that a table argument names. */
  Value tableNamed(String name) {
    return new Value.Many(List.copyOf(data.rows(name)));
  }

  /** The values of the one column of the data set that a list argument names. */
  Value listNamed(String name) {
    return new Value.Many(
        data.rows(name).stream()
            .map(row -> {
              if (row.cells().size() != 1) {
                throw new FormulaException(
                    "“"
                        + name
                        + "” has "
                        + Counted.of(row.cells().size(), "column")
                        + "; a list is made of a data set with one.");
              }
              return row.cells().values().iterator().next();
            })
            .toList());
  }
}
