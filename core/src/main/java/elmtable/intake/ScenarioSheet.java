package elmtable.intake;

import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.Rows;
import elmtable.intake.ManualScenario.Part;
import elmtable.intake.ManualScenario.Sentence;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiPredicate;
import java.util.stream.Stream;

/** A sheet of manual scenarios: which column says what, and the scenarios that it holds. */
public final class ScenarioSheet {
  private static final int MOST = 5_000;

  /** What a column can be for. */
  public enum Column {
    KEY("no", "id", "key", "nr", "number", "ref", "reference", "#"),
    TITLE("title", "name", "scenario", "summary", "test case", "case", "test"),
    PRECONDITIONS("precondition", "given", "prerequisite", "before", "set-up", "setup"),
    STEPS("step", "action", "procedure", "what to do", "do"),
    EXPECTED("expected", "result", "postcondition", "then", "outcome", "see");

    private final List<String> words;

    Column(String... words) {
      this.words = List.of(words);
    }

    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }

    public static Optional<Column> named(String word) {
      return Arrays.stream(values()).filter(column -> column.word().equals(word)).findFirst();
    }
  }

  /** The columns that hold sentences. */
  private static final Map<Column, Part> SENTENCES =
      Map.of(
          Column.PRECONDITIONS, Part.PRECONDITION,
          Column.STEPS, Part.STEP,
          Column.EXPECTED, Part.EXPECTED);

  private ScenarioSheet() {}

  /**
   * Guesses which column is for what, by its heading. A sheet of no sentences, with cases down and
   * actions across, has columns for keys and titles only.
   */
  public static Map<Column, String> guess(DataSource source) {
    Map<Column, String> mapping = guess(source.columns());
    PlanningGrid grid = PlanningGrid.of(source, keyOf(mapping));
    String steps = mapping.get(Column.STEPS);
    if (!grid.isThere() || (steps != null && !grid.names().contains(steps))) {
      return mapping;
    }
    List<String> others =
        source.columns().stream().filter(heading -> !grid.names().contains(heading)).toList();
    Map<Column, String> ofCases = guess(others);
    ofCases.keySet().retainAll(Set.of(Column.KEY, Column.TITLE));
    others.stream()
        .filter(heading -> !ofCases.containsValue(heading))
        .findFirst()
        .ifPresent(heading -> ofCases.putIfAbsent(Column.TITLE, heading));
    return ofCases;
  }

  private static Set<String> keyOf(Map<Column, String> mapping) {
    return mapping.containsKey(Column.KEY) ? Set.of(mapping.get(Column.KEY)) : Set.of();
  }

  static Map<Column, String> guess(List<String> headings) {
    Map<Column, String> mapping = new LinkedHashMap<>();
    for (Column column : Column.values()) {
      Stream.<BiPredicate<String, String>>of(String::equals, String::startsWith, String::contains)
          .flatMap(fits ->
              column.words.stream()
                  .flatMap(word ->
                      headings.stream()
                          .filter(heading -> !mapping.containsValue(heading))
                          .filter(heading -> fits.test(Names.key(heading), word))))
          .filter(heading -> !(column == Column.KEY && heading.length() > 12))
          .findFirst()
          .ifPresent(heading -> mapping.put(column, heading));
    }
    return mapping;
  }

  /**
   * The scenarios of a sheet. Rows without key and title go on with the one before, and so do rows
   * that repeat both, as a sheet with a row for each step does.
   */
  public static List<ManualScenario> read(DataSource source, Map<Column, String> mapping) {
    Map<Column, Integer> places = new LinkedHashMap<>();
    mapping.forEach((column, heading) -> {
      int place = source.columns().indexOf(heading);
      if (place >= 0) {
        places.put(column, place);
      }
    });
    PlanningGrid grid =
        Collections.disjoint(places.keySet(), SENTENCES.keySet())
            ? PlanningGrid.of(source, Set.copyOf(mapping.values()))
            : new PlanningGrid(List.of(), List.of());
    ScenarioRows scenarios = new ScenarioRows(grid.isThere());
    try (Rows rows = source.open()) {
      long number = 0;
      for (DataRow row = rows.next(); row != null && scenarios.count() < MOST; row = rows.next()) {
        number++;
        List<String> cells = row.cells();
        scenarios.add(
            cell(cells, places, Column.KEY),
            cell(cells, places, Column.TITLE),
            number,
            sentences(cells, places, grid));
      }
    }
    return scenarios.all();
  }

  private static List<Sentence> sentences(
      List<String> cells, Map<Column, Integer> places, PlanningGrid grid) {
    List<Sentence> sentences = new ArrayList<>(grid.sentences(cells));
    SENTENCES.forEach((column, part) ->
        sentences(cell(cells, places, column))
            .forEach(text -> sentences.add(new Sentence(part, text))));
    sentences.sort((a, b) -> a.part().compareTo(b.part()));
    return sentences;
  }

  private static String cell(List<String> cells, Map<Column, Integer> places, Column column) {
    Integer place = places.get(column);
    return place == null || place >= cells.size() ? "" : cells.get(place).strip();
  }

  /** The sentences of a cell: a line each, or numbered ones in a row. */
  static List<String> sentences(String cell) {
    String lines = cell.replaceAll("(?<=[.;!?])\\s+(?=\\d+[.)]\\s)", "\n");
    return lines
        .lines()
        .map(line -> line.strip().replaceFirst("^(\\d+[.)]|[-*•])\\s*", "").strip())
        .map(line -> line.replaceFirst("[.;]$", ""))
        .filter(line -> !line.isEmpty())
        .toList();
  }
}
