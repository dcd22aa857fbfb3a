package elmtable.formula;

import elmtable.text.Names;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;

/** A value of a cell, column, parameter or result. */
public sealed interface Value {
  Value EMPTY = new Text("");

  /** How the value stands in a text or is shown to a person. */
  String text();

  static Value of(String text) {
    return text.isEmpty() ? EMPTY : new Text(text);
  }

  static Value of(long number) {
    return new Num(BigDecimal.valueOf(number));
  }

  static Value of(boolean truth) {
    return new Truth(truth);
  }

  /** A text as written. */
  record Text(String text) implements Value {}

  /** An exact decimal. */
  record Num(BigDecimal number) implements Value {
    @Override
    public String text() {
      return number.toPlainString();
    }
  }

  /** Yes or no. */
  record Truth(boolean yes) implements Value {
    @Override
    public String text() {
      return yes ? "yes" : "no";
    }
  }

  /** A day, shown as ISO 8601. */
  record Day(LocalDate date) implements Value {
    @Override
    public String text() {
      return date.toString();
    }
  }

  /** Several values in order. */
  record Many(List<Value> items) implements Value {
    public Many {
      items = List.copyOf(items);
    }

    @Override
    public String text() {
      return items.stream().map(Value::text).collect(Collectors.joining(", "));
    }
  }

  /** Named values, in the order of their columns. */
  record Row(Map<String, Value> cells) implements Value {
    public Row {
      cells = new LinkedHashMap<>(cells);
    }

    /** The cell of a column, by its name or by its name without signs round it. */
    public Optional<Value> cell(String column) {
      return named(column, Names::key)
          .or(() -> named(column, name -> Names.key(Names.withoutSigns(name))));
    }

    private Optional<Value> named(String column, UnaryOperator<String> key) {
      String wanted = key.apply(column);
      return cells.entrySet().stream()
          .filter(cell -> key.apply(cell.getKey()).equals(wanted))
          .map(Map.Entry::getValue)
          .findFirst();
    }

    @Override
    public String text() {
      return cells.values().stream().map(Value::text).collect(Collectors.joining(", "));
    }
  }
}
