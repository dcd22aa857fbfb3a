package elmtable.project;

import elmtable.data.DataSets;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.Rows;
import elmtable.formula.EvaluationContext;
import elmtable.formula.Evaluator;
import elmtable.formula.FormulaException;
import elmtable.formula.RecordLookup;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.project.entry.DataEntry;
import elmtable.text.Names;
import elmtable.text.Nearest;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The rows of a project's data sets as values of formulas. Every failure is a {@link
 * FormulaException} that says what is missing.
 */
public final class DataValues implements RecordLookup {
  private final Project project;
  private final Evaluator evaluator;

  /**
   * @param evaluator fills in the references of rows typed in
   */
  public DataValues(Project project, Evaluator evaluator) {
    this.project = project;
    this.evaluator = evaluator;
  }

  /** Every row of a set, in order. */
  public List<Value.Row> rows(String set) {
    DataSource source = source(entry(set));
    List<Value.Row> values = new ArrayList<>();
    try (Rows rows = source.open()) {
      List<String> columns = source.columns();
      for (DataRow row = rows.next(); row != null; row = rows.next()) {
        values.add(value(columns, row, source.hasTemplates()));
      }
    } catch (BrokenDataException broken) {
      throw new FormulaException(broken.getMessage());
    }
    return values;
  }

  @Override
  public Value.Row find(String set, String key) {
    DataEntry entry = entry(set);
    DataSource source = source(entry);
    return value(source.columns(), row(entry, key), source.hasTemplates());
  }

  public boolean has(String set) {
    return project.index().dataSet(set).isPresent();
  }

  /** The names of all sets. */
  public List<String> names() {
    return project.index().dataSets().stream().map(DataEntry::name).toList();
  }

  /**
   * Why a set has no row of a key or no column of a name, where these are given, in a sentence;
   * cells are not filled in. A set that cannot be read says so itself.
   */
  public Optional<String> objection(String set, Optional<String> key, Optional<String> column) {
    DataEntry entry = entry(set);
    Optional<DataSource> source = project.dataSet(entry).source();
    if (source.isEmpty()) {
      return Optional.empty();
    }
    try {
      List<String> columns = source.get().columns();
      if (column.isPresent() && columns.stream().noneMatch(c -> Names.same(c, column.get()))) {
        return Optional.of(
            "“"
                + entry.name()
                + "” has no column “"
                + column.get()
                + "”; there are "
                + String.join(", ", columns)
                + ".");
      }
      key.ifPresent(wanted -> row(entry, wanted));
      return Optional.empty();
    } catch (FormulaException missing) {
      return Optional.of(missing.getMessage());
    } catch (BrokenDataException broken) {
      // The data set carries this problem itself.
      return Optional.empty();
    }
  }

  private DataRow row(DataEntry entry, String key) {
    KeyedRows keyed = project.keyedRows(entry);
    Optional<DataRow> row = keyed.find(key);
    if (!keyed.hasKeys()) {
      throw new FormulaException(
          "The rows of “"
              + entry.name()
              + "” have no keys; say which column identifies them with “key: column”.");
    }
    return row.orElseThrow(() ->
        new FormulaException("“" + entry.name() + "” has no row with the key “" + key + "”."));
  }

  private DataEntry entry(String set) {
    return project
        .index()
        .dataSet(set)
        .orElseThrow(() ->
            new FormulaException(
                "Data set “" + set + "” not found." + Nearest.to(set, names()).question()));
  }

  private DataSource source(DataEntry entry) {
    DataSets.Reading reading = project.dataSet(entry);
    return reading
        .source()
        .orElseThrow(() -> new FormulaException(reading.problems().get(0).message()));
  }

  private Value.Row value(List<String> columns, DataRow row, boolean templates) {
    if (!row.isSound()) {
      throw new FormulaException(row.fault());
    }
    Map<String, Value> cells = new LinkedHashMap<>();
    for (int i = 0; i < columns.size(); i++) {
      String cell = row.cells().get(i);
      cells.put(columns.get(i), templates ? evaluator.value(Template.of(cell)) : Value.of(cell));
    }
    return new Value.Row(cells);
  }

  /** The environment's values by the keys of their names, as the rows of data sets see them. */
  public static DataValues of(Project project, Map<String, Value> environment) {
    Evaluator evaluator =
        new Evaluator(
            path -> Optional.ofNullable(environment.get(Names.key(path.get(path.size() - 1)))),
            EvaluationContext.seeded(0));
    return new DataValues(project, evaluator);
  }
}
