package elmtable.data.sheet;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A part of a sheet, such as {@code B2:F40}; rows from 1 and columns from 0, both ends in it. */
record CellRange(int firstRow, int lastRow, int firstColumn, int lastColumn) {
  static final CellRange ALL = new CellRange(1, Integer.MAX_VALUE, 0, Integer.MAX_VALUE);
  private static final Pattern FORM =
      Pattern.compile("([A-Z]{1,3})([1-9]\\d{0,6})?:([A-Z]{1,3})([1-9]\\d{0,6})?");

  /** {@code B2:F40}, or whole columns, {@code B:F}. */
  static Optional<CellRange> read(String written) {
    Matcher parts = FORM.matcher(written.strip().replace("$", "").toUpperCase(Locale.ROOT));
    boolean mixed = parts.matches() && (parts.group(2) == null) != (parts.group(4) == null);
    if (!parts.matches() || mixed) {
      return Optional.empty();
    }
    CellRange range =
        new CellRange(
            parts.group(2) == null ? 1 : Integer.parseInt(parts.group(2)),
            parts.group(4) == null ? Integer.MAX_VALUE : Integer.parseInt(parts.group(4)),
            column(parts.group(1)),
            column(parts.group(3)));
    return range.firstRow <= range.lastRow && range.firstColumn <= range.lastColumn
        ? Optional.of(range)
        : Optional.empty();
  }

  static int column(String letters) {
    int column = 0;
    for (int i = 0; i < letters.length(); i++) {
      column = column * 26 + letters.charAt(i) - 'A' + 1;
    }
    return column - 1;
  }

  /** A column's letters as a spreadsheet shows them. */
  static String letters(int column) {
    StringBuilder letters = new StringBuilder();
    for (int rest = column + 1; rest > 0; rest = (rest - 1) / 26) {
      letters.insert(0, (char) ('A' + (rest - 1) % 26));
    }
    return letters.toString();
  }

  boolean hasRow(int row) {
    return row >= firstRow && row <= lastRow;
  }

  boolean hasColumn(int column) {
    return column >= firstColumn && column <= lastColumn;
  }
}
