package elmtable.run;

import elmtable.data.DataSets;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.Rows;
import elmtable.formula.Evaluator;
import elmtable.formula.FormulaException;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.language.Mark;
import elmtable.project.DataEntry;
import elmtable.project.Project;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The items of a repetition: the rows of a data set, or the values of a list. */
final class LoopItems {
  private final Project project;
  private final Evaluator evaluator;

  LoopItems(Project project, Evaluator evaluator) {
    this.project = project;
    this.evaluator = evaluator;
  }

  List<Value> of(Mark.ForEach each) {
    Optional<DataEntry> set = project.index().dataSet(each.list());
    if (set.isPresent()) {
      return rows(set.get());
    }
    Template formula = Template.ofFormula(each.list());
    Value list =
        evaluator.value(
            formula
                .singleReference()
                .orElseThrow(() ->
                    new FormulaException(
                        "“" + each.list() + "” is neither a list nor a data set.")));
    return list instanceof Value.Many many ? many.items() : List.of(list);
  }

  /** The rows of the data set that a table argument names. */
  Value tableNamed(String name) {
    DataEntry set =
        project
            .index()
            .dataSet(name)
            .orElseThrow(() -> new FormulaException("Data set “" + name + "” not found."));
    return new Value.Many(rows(set));
  }

  private List<Value> rows(DataEntry set) {
    DataSets.Reading reading = project.dataSet(set);
    DataSource source =
        reading
            .source()
            .orElseThrow(() -> new FormulaException(reading.problems().get(0).message()));
    List<Value> items = new ArrayList<>();
    try (Rows rows = source.open()) {
      List<String> columns = source.columns();
      for (DataRow row = rows.next(); row != null; row = rows.next()) {
        if (!row.isSound()) {
          throw new FormulaException(row.fault());
        }
        items.add(item(columns, row, source.hasTemplates()));
      }
    } catch (BrokenDataException broken) {
      throw new FormulaException(broken.getMessage());
    }
    return items;
  }

  /** With one column its value, else a row. */
  private Value item(List<String> columns, DataRow row, boolean templates) {
    Map<String, Value> cells = new LinkedHashMap<>();
    for (int i = 0; i < columns.size(); i++) {
      String cell = row.cells().get(i);
      cells.put(columns.get(i), templates ? evaluator.value(Template.of(cell)) : Value.of(cell));
    }
    return columns.size() == 1 ? cells.values().iterator().next() : new Value.Row(cells);
  }
}
