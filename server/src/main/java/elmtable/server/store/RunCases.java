package elmtable.server.store;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.ObjectMapper;
import elmtable.report.Comparison;
import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.server.store.RunStore.StoredCase;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The cases of stored runs, a page at a time. */
final class RunCases {
  private static final ObjectMapper JSON = new ObjectMapper();

  /** What did not pass stands first; without an outcome is the empty text. */
  private static final List<String> ORDER =
      List.of("failed", "error", "blocked", "not-run", "", "skipped", "passed");

  private static final String BAD = "('failed', 'error', 'blocked')";

  private final Database database;

  RunCases(Database database) {
    this.database = database;
  }

  /**
   * Which cases of a run are wanted.
   *
   * @param suite its name, or the empty text for all
   * @param outcome its word, or the empty text for all
   * @param text what the name, suite, tags or failure hold, or the empty text
   */
  record Filter(String suite, String outcome, String text) {
    private String where() {
      return "run = ?"
          + (suite.isEmpty() ? "" : " and suite = ?")
          + (text.isEmpty()
              ? ""
              : " and (name || ' ' || suite || ' ' || tags || ' '"
                  + " || replace(coalesce(outcome, 'not-run'), '-', ' ') || ' '"
                  + " || coalesce(failure, '')) like ? escape '\\'");
    }

    private List<Object> values(long run) {
      List<Object> values = new ArrayList<>(List.of(run));
      if (!suite.isEmpty()) {
        values.add(suite);
      }
      if (!text.isEmpty()) {
        values.add("%" + text.replaceAll("([\\\\%_])", "\\\\$1") + "%");
      }
      return values;
    }
  }

  /** How many cases fit, by outcome; those without one under the empty text. */
  private Map<String, Long> counts(long run, Filter filter) {
    Map<String, Long> counts = new LinkedHashMap<>();
    Jdbc.query(
        database,
        "select outcome, count(*) from run_case where " + filter.where() + " group by outcome",
        statement -> fill(statement, filter.values(run)),
        rows -> counts.put(Optional.ofNullable(rows.getString(1)).orElse(""), rows.getLong(2)));
    if (!filter.outcome().isEmpty()) {
      counts.keySet().retainAll(List.of(filter.outcome()));
    }
    return counts;
  }

  /** A page of those that fit, what did not pass first, and how many there are. */
  RunStore.CasePage page(long run, Filter filter, long offset, int limit) {
    Map<String, Long> counts = counts(run, filter);
    List<StoredCase> cases = new ArrayList<>();
    long left = offset;
    for (String outcome : ORDER) {
      long count = counts.getOrDefault(outcome, 0L);
      if (left < count && cases.size() < limit) {
        cases.addAll(ofOutcome(run, filter, outcome, left, limit - cases.size()));
      }
      left = Math.max(0, left - count);
    }
    long total = counts.values().stream().mapToLong(Long::longValue).sum();
    return new RunStore.CasePage(total, cases);
  }

  private List<StoredCase> ofOutcome(
      long run, Filter filter, String outcome, long offset, int limit) {
    List<Object> values = filter.values(run);
    boolean none = outcome.isEmpty();
    if (!none) {
      values.add(outcome);
    }
    values.addAll(Arrays.asList(limit, offset));
    return Jdbc.query(
        database,
        "select * from run_case where "
            + filter.where()
            + (none ? " and outcome is null" : " and outcome = ?")
            + " order by number limit ? offset ?",
        statement -> fill(statement, values),
        RunCases::stored);
  }

  /** The first of those that failed, were errors or blocked, in the order of their numbers. */
  List<StoredCase> notPassed(long run, int limit) {
    return Jdbc.query(
        database,
        "select * from run_case where run = ? and outcome in " + BAD + " order by number limit ?",
        statement -> fill(statement, List.of(run, limit)),
        RunCases::stored);
  }

  /** For each of these values, how many cases have it in their row, and how many did not pass. */
  Map<Map.Entry<String, String>, RunStore.WithValue> withValues(
      long run, Set<Map.Entry<String, String>> values) {
    Map<Map.Entry<String, String>, RunStore.WithValue> counts = new HashMap<>();
    Jdbc.each(
        database,
        "select row_values, outcome in " + BAD + " from run_case where run = ?",
        statement -> statement.setLong(1, run),
        rows -> new RowOutcome(values(rows.getString(1)), rows.getBoolean(2)),
        row ->
            row.values().entrySet().stream()
                .filter(values::contains)
                .forEach(value ->
                    counts.merge(
                        Map.entry(value.getKey(), value.getValue()),
                        new RunStore.WithValue(row.notPassed() ? 1 : 0, 1),
                        RunStore.WithValue::and)));
    return counts;
  }

  /** How the cases of a run ended, by identity. */
  Map<String, Comparison.Ended> ended(long run) {
    Map<String, Comparison.Ended> ended = new HashMap<>();
    Jdbc.query(
        database,
        "select identity, number, outcome, millis from run_case where run = ?",
        statement -> statement.setLong(1, run),
        rows -> {
          String outcome = rows.getString(3);
          return ended.put(
              rows.getString(1),
              new Comparison.Ended(
                  rows.getInt(2),
                  outcome == null ? null : Outcome.named(outcome),
                  rows.getDouble(4)));
        });
    return ended;
  }

  /** The last run before this one in which one of its first cases ran. */
  Optional<Long> before(long run) {
    return Jdbc.query(
            database,
            "select run from run_case where run < ? and outcome is not null and outcome <> 'not-run'"
                + " and identity in"
                + " (select identity from run_case where run = ? order by number limit 200)"
                + " order by run desc limit 1",
            statement -> fill(statement, List.of(run, run)),
            rows -> rows.getLong(1))
        .stream()
        .findFirst();
  }

  private record RowOutcome(Map<String, String> values, boolean notPassed) {}

  private static Map<String, String> values(String json) {
    return read(json, new TypeReference<LinkedHashMap<String, String>>() {});
  }

  Optional<StoredCase> one(long run, long number) {
    return Jdbc.query(
            database,
            "select * from run_case where run = ? and number = ?",
            statement -> fill(statement, List.of(run, number)),
            RunCases::stored)
        .stream()
        .findFirst();
  }

  /** The identities of those that did not pass, or of all, in the order of their numbers. */
  List<String> identities(long run, boolean notPassed) {
    return Jdbc.query(
        database,
        "select identity from run_case where run = ?"
            + (notPassed ? " and (outcome is null or outcome <> 'passed')" : "")
            + " order by number",
        statement -> statement.setLong(1, run),
        rows -> rows.getString(1));
  }

  /** How the cases of each suite ended, in the order of the suites' first cases. */
  List<RunStore.SuiteCounts> bySuite(long run) {
    Map<String, Map<Outcome, Integer>> suites = new LinkedHashMap<>();
    Map<String, Integer> totals = new LinkedHashMap<>();
    Jdbc.query(
        database,
        "select suite, outcome, count(*), min(number) as first from run_case where run = ?"
            + " group by suite, outcome order by first",
        statement -> statement.setLong(1, run),
        rows -> {
          String suite = rows.getString(1);
          Map<Outcome, Integer> counts = suites.computeIfAbsent(suite, s -> new LinkedHashMap<>());
          if (rows.getString(2) != null) {
            counts.put(Outcome.named(rows.getString(2)), rows.getInt(3));
          }
          return totals.merge(suite, rows.getInt(3), Integer::sum);
        });
    return suites.entrySet().stream()
        .map(suite ->
            new RunStore.SuiteCounts(suite.getKey(), totals.get(suite.getKey()), suite.getValue()))
        .toList();
  }

  private static void fill(PreparedStatement statement, List<?> values) throws SQLException {
    for (int i = 0; i < values.size(); i++) {
      statement.setObject(i + 1, values.get(i));
    }
  }

  private static StoredCase stored(ResultSet rows) throws SQLException {
    String outcome = rows.getString("outcome");
    String failure = rows.getString("failure");
    return new StoredCase(
        rows.getInt("number"),
        rows.getString("identity"),
        rows.getString("name"),
        rows.getString("suite"),
        rows.getString("document"),
        rows.getInt("line"),
        rows.getInt("row_number"),
        values(rows.getString("row_values")),
        read(rows.getString("tags"), new TypeReference<List<String>>() {}),
        outcome == null ? null : Outcome.named(outcome),
        rows.getDouble("millis"),
        failure == null ? null : read(failure, new TypeReference<Failure>() {}));
  }

  static List<RunEvent.NamedValue> namedValues(String json) {
    return read(json, new TypeReference<>() {});
  }

  private static <T> T read(String json, TypeReference<T> type) {
    try {
      return JSON.readValue(json, type);
    } catch (JsonProcessingException broken) {
      throw new StoreException(
          "A stored record cannot be read: " + broken.getOriginalMessage(), broken);
    }
  }
}
