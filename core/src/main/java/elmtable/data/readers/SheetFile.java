package elmtable.data.readers;

import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.Rows;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Supplier;

/**
 * A sheet of a spreadsheet. Rows without any value are passed over; cells are what a person sees,
 * dates as ISO 8601.
 *
 * @param place file and sheet, for messages
 */
record SheetFile(String place, CellRange range, boolean header, Supplier<SheetReader> reader)
    implements DataSource {
  @Override
  public List<String> columns() {
    try (Reading reading = new Reading()) {
      return List.copyOf(reading.names);
    }
  }

  @Override
  public Rows open() {
    return new Reading();
  }

  private final class Reading implements Rows {
    private final SheetReader sheet;
    private final List<String> names = new ArrayList<>();
    private final List<Integer> columns = new ArrayList<>();
    private SheetRow ahead;
    private int number;

    Reading() {
      sheet = reader.get();
      try {
        SheetRow first = inRange();
        if (first != null && header) {
          name(first);
        } else if (first != null) {
          number(first);
          ahead = first;
        }
      } catch (BrokenDataException broken) {
        sheet.close();
        throw broken;
      }
    }

    private void name(SheetRow first) {
      Set<String> seen = new HashSet<>();
      for (Map.Entry<Integer, String> cell : new TreeMap<>(first.cells()).entrySet()) {
        String name = cell.getValue().strip();
        if (!seen.add(Names.key(name))) {
          throw new BrokenDataException(
              at(first, cell.getKey()) + ": a second column has the name “" + name + "”.");
        }
        names.add(name);
        columns.add(cell.getKey());
      }
    }

    private void number(SheetRow first) {
      int last = new TreeMap<>(first.cells()).lastKey();
      for (int column = Math.max(0, range.firstColumn()); column <= last; column++) {
        columns.add(column);
        names.add("column " + columns.size());
      }
    }

    /** The next row of the range that holds anything, cut to the range's columns. */
    private SheetRow inRange() {
      for (SheetRow row = sheet.next(); row != null; row = sheet.next()) {
        if (row.number() > range.lastRow()) {
          return null;
        }
        if (range.hasRow(row.number())) {
          row.cells().keySet().removeIf(column -> !range.hasColumn(column));
          row.errors().keySet().removeIf(column -> !range.hasColumn(column));
          if (!row.isEmpty()) {
            return row;
          }
        }
      }
      return null;
    }

    @Override
    public DataRow next() {
      SheetRow row = ahead != null ? ahead : inRange();
      ahead = null;
      if (row == null) {
        return null;
      }
      List<String> cells = new ArrayList<>(columns.size());
      for (int column : columns) {
        cells.add(row.cells().getOrDefault(column, ""));
      }
      return new DataRow(++number, cells, fault(row));
    }

    private String fault(SheetRow row) {
      for (Map.Entry<Integer, String> error : row.errors().entrySet()) {
        return at(row, error.getKey()) + ": the cell holds the error " + error.getValue() + ".";
      }
      for (int column : row.cells().keySet()) {
        if (!columns.contains(column)) {
          return at(row, column) + ": the column has no name in the first row.";
        }
      }
      return "";
    }

    private String at(SheetRow row, int column) {
      return place + ", row " + row.number() + ", column " + CellRange.letters(column);
    }

    @Override
    public void close() {
      sheet.close();
    }
  }
}
