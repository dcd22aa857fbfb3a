package elmtable.data.shaping;

import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.RowList;
import elmtable.data.source.Rows;
import elmtable.formula.Value;
import elmtable.formula.Values;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Values at and beside the limits of what is allowed (boundary value analysis, ISO/IEC/IEEE
 * 29119-4, with three values at each boundary).
 */
public final class LimitValues implements DataSource {
  private static final Pattern LINE =
      Pattern.compile(
          "(.+?)\\s+(number|text|date)\\s+(\\S+)\\s+to\\s+(\\S+)", Pattern.CASE_INSENSITIVE);

  /**
   * One line: its values in order, which of them are allowed, and the one in the middle.
   *
   * @param lowest the lowest value that is allowed
   * @param highest the highest one
   */
  public record Line(
      String column,
      List<String> values,
      Set<String> inside,
      String middle,
      String lowest,
      String highest) {
    /** Which limit a value tries: {@code shelves below}; the empty text for one in between. */
    String limit(String value) {
      if (!inside.contains(value)) {
        return column + (values.indexOf(value) < values.indexOf(lowest) ? " below" : " above");
      }
      if (value.equals(lowest)) {
        return column + " lowest";
      }
      return value.equals(highest) ? column + " highest" : "";
    }

    /** Reads {@code name kind low to high}; the other way round, why it cannot. */
    public static Optional<Line> read(String written, List<String> objections) {
      Matcher parts = LINE.matcher(written.strip());
      if (!parts.matches()) {
        objections.add(
            "“"
                + written
                + "” is not a limit; write a column, its kind and its limits:"
                + " shelves number 1 to 6, name text 3 to 20, or day date 2026-03-01 to 2026-03-31.");
        return Optional.empty();
      }
      String column = parts.group(1);
      String low = parts.group(3);
      String high = parts.group(4);
      Optional<Line> line =
          switch (parts.group(2).toLowerCase(Locale.ROOT)) {
            case "number" -> numbers(column, low, high, objections);
            case "text" -> texts(column, low, high, objections);
            default -> dates(column, low, high, objections);
          };
      return line;
    }

    private static Optional<Line> numbers(
        String column, String low, String high, List<String> objections) {
      Optional<BigDecimal> from = Values.number(low);
      Optional<BigDecimal> to = Values.number(high);
      if (from.isEmpty() || to.isEmpty()) {
        objections.add("“" + (from.isEmpty() ? low : high) + "” is not a number.");
        return Optional.empty();
      }
      if (from.get().compareTo(to.get()) > 0) {
        objections.add(low + " is more than " + high + "; the lower limit stands first.");
        return Optional.empty();
      }
      int scale = Math.max(from.get().scale(), to.get().scale());
      BigDecimal unit = BigDecimal.ONE.movePointLeft(scale);
      Set<String> values = new LinkedHashSet<>();
      Set<String> inside = new LinkedHashSet<>();
      for (BigDecimal value : around(from.get(), to.get(), unit)) {
        String shown = value.setScale(scale, RoundingMode.UNNECESSARY).toPlainString();
        values.add(shown);
        if (value.compareTo(from.get()) >= 0 && value.compareTo(to.get()) <= 0) {
          inside.add(shown);
        }
      }
      BigDecimal middle =
          from.get().add(to.get()).divide(BigDecimal.valueOf(2), scale, RoundingMode.FLOOR);
      return Optional.of(
          new Line(
              column,
              new ArrayList<>(values),
              inside,
              middle.toPlainString(),
              from.get().setScale(scale, RoundingMode.UNNECESSARY).toPlainString(),
              to.get().setScale(scale, RoundingMode.UNNECESSARY).toPlainString()));
    }

    private static List<BigDecimal> around(BigDecimal low, BigDecimal high, BigDecimal unit) {
      return List.of(
          low.subtract(unit), low, low.add(unit), high.subtract(unit), high, high.add(unit));
    }

    private static Optional<Line> texts(
        String column, String low, String high, List<String> objections) {
      if (!low.matches("\\d{1,6}") || !high.matches("\\d{1,6}")) {
        objections.add(
            "The limits of a text are its lengths, whole numbers from 0 to 999999; “"
                + (low.matches("\\d{1,6}") ? high : low)
                + "” is none.");
        return Optional.empty();
      }
      int from = Integer.parseInt(low);
      int to = Integer.parseInt(high);
      if (from > to) {
        objections.add(low + " is more than " + high + "; the lower limit stands first.");
        return Optional.empty();
      }
      Set<String> values = new LinkedHashSet<>();
      Set<String> inside = new LinkedHashSet<>();
      for (int length : new int[] {from - 1, from, from + 1, to - 1, to, to + 1}) {
        if (length >= 0) {
          values.add(ofLength(length));
          if (length >= from && length <= to) {
            inside.add(ofLength(length));
          }
        }
      }
      return Optional.of(
          new Line(
              column,
              new ArrayList<>(values),
              inside,
              ofLength((from + to) / 2),
              ofLength(from),
              ofLength(to)));
    }

    /** Letters in their order, so that it can be seen where something cut them off. */
    private static String ofLength(int length) {
      StringBuilder text = new StringBuilder(length);
      for (int i = 0; i < length; i++) {
        text.append((char) ('a' + i % 26));
      }
      return text.toString();
    }

    private static Optional<Line> dates(
        String column, String low, String high, List<String> objections) {
      Optional<LocalDate> from = Values.date(Value.of(low));
      Optional<LocalDate> to = Values.date(Value.of(high));
      if (from.isEmpty() || to.isEmpty()) {
        objections.add("“" + (from.isEmpty() ? low : high) + "” is not a date such as 2026-03-09.");
        return Optional.empty();
      }
      if (from.get().isAfter(to.get())) {
        objections.add(low + " is after " + high + "; the earlier day stands first.");
        return Optional.empty();
      }
      Set<String> values = new LinkedHashSet<>();
      Set<String> inside = new LinkedHashSet<>();
      for (LocalDate day :
          List.of(
              from.get().minusDays(1),
              from.get(),
              from.get().plusDays(1),
              to.get().minusDays(1),
              to.get(),
              to.get().plusDays(1))) {
        values.add(day.toString());
        if (!day.isBefore(from.get()) && !day.isAfter(to.get())) {
          inside.add(day.toString());
        }
      }
      long half = ChronoUnit.DAYS.between(from.get(), to.get()) / 2;
      return Optional.of(
          new Line(
              column,
              new ArrayList<>(values),
              inside,
              from.get().plusDays(half).toString(),
              from.get().toString(),
              to.get().toString()));
    }
  }

  private final List<String> columns;
  private final List<DataRow> rows = new ArrayList<>();

  public LimitValues(List<Line> lines) {
    List<String> names = new ArrayList<>(lines.stream().map(Line::column).toList());
    names.add("inside");
    names.add("limit");
    columns = List.copyOf(names);
    // The first way to a row says which limit it tries.
    Map<List<String>, String> all = new LinkedHashMap<>();
    List<String> middles = lines.stream().map(Line::middle).toList();
    if (lines.size() > 1) {
      all.put(middles, "");
    }
    for (int l = 0; l < lines.size(); l++) {
      for (String value : lines.get(l).values()) {
        List<String> row = new ArrayList<>(middles);
        row.set(l, value);
        all.putIfAbsent(List.copyOf(row), lines.get(l).limit(value));
      }
    }
    all.forEach((values, limit) -> {
      boolean inside = true;
      for (int l = 0; l < lines.size(); l++) {
        boolean middle = values.get(l).equals(middles.get(l));
        inside &= middle || lines.get(l).inside().contains(values.get(l));
      }
      List<String> cells = new ArrayList<>(values);
      cells.add(inside ? "yes" : "no");
      cells.add(limit);
      rows.add(new DataRow(rows.size() + 1, List.copyOf(cells), ""));
    });
  }

  @Override
  public List<String> columns() {
    return columns;
  }

  @Override
  public OptionalLong size() {
    return OptionalLong.of(rows.size());
  }

  @Override
  public Rows open() {
    return new RowList(rows);
  }
}
