package elmtable.intake;

import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.Rows;
import elmtable.intake.ManualScenario.Part;
import elmtable.intake.ManualScenario.Sentence;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * A sheet with cases down and actions across. A number in a cell says when a case does the action,
 * several that it does it more than once; a cross says only that it does.
 *
 * @param headings of all columns
 * @param actions the places of the columns that are actions
 */
record PlanningGrid(List<String> headings, List<Integer> actions) {
  private static final Pattern ORDER = Pattern.compile("\\d{1,3}(\\s*[,;/]\\s*\\d{1,3})*");
  private static final Set<String> CROSSES = Set.of("x", "×", "✓", "✔", "•", "y", "yes");

  /** With fewer actions a sheet is a list that happens to have a column of numbers. */
  private static final int LEAST_ACTIONS = 2;

  private record Entry(int when, int column) {}

  /**
   * Every column that holds nothing but marks is an action.
   *
   * @param others headings of columns that are known to be something else
   */
  static PlanningGrid of(DataSource source, Set<String> others) {
    List<String> headings = source.columns();
    Set<Integer> marked = new HashSet<>();
    Set<Integer> texts = new HashSet<>();
    try (Rows rows = source.open()) {
      for (DataRow row = rows.next(); row != null; row = rows.next()) {
        for (int i = 0; i < row.cells().size(); i++) {
          String cell = row.cells().get(i).strip();
          if (!cell.isEmpty()) {
            (isMark(cell) ? marked : texts).add(i);
          }
        }
      }
    }
    marked.removeAll(texts);
    return new PlanningGrid(
        headings,
        IntStream.range(0, headings.size())
            .filter(i -> marked.contains(i) && !others.contains(headings.get(i)))
            .boxed()
            .toList());
  }

  private static boolean isMark(String cell) {
    return ORDER.matcher(cell).matches() || CROSSES.contains(Names.key(cell));
  }

  boolean isThere() {
    return actions.size() >= LEAST_ACTIONS;
  }

  Set<String> names() {
    return actions.stream().map(headings::get).collect(Collectors.toSet());
  }

  /** What a case does, in its order: first what has a number, then crosses from left to right. */
  List<Sentence> sentences(List<String> cells) {
    List<Entry> entries = new ArrayList<>();
    for (int column : actions) {
      String cell = column < cells.size() ? cells.get(column).strip() : "";
      if (ORDER.matcher(cell).matches()) {
        for (String number : cell.split("\\D+")) {
          entries.add(new Entry(Integer.parseInt(number), column));
        }
      } else if (!cell.isEmpty()) {
        entries.add(new Entry(Integer.MAX_VALUE, column));
      }
    }
    entries.sort(Comparator.comparingInt(Entry::when).thenComparingInt(Entry::column));
    return entries.stream()
        .map(entry -> new Sentence(Part.STEP, headings.get(entry.column()).strip()))
        .toList();
  }
}
