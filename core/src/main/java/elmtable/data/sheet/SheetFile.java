package elmtable.data.sheet;

import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.ReadingTime;
import elmtable.data.source.Rows;
import elmtable.formula.CellTexts;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;

/**
 * A part of a spreadsheet. Rows without any value are passed over; cells are what a person sees,
 * dates as ISO 8601.
 *
 * @param path for messages
 * @param sheet empty for the first, or the one that a named range is on
 */
record SheetFile(String path, String sheet, Area area, boolean header, Book book)
    implements DataSource {
  /** The part of a sheet that is read. */
  sealed interface Area {
    /** Cells as their letters and numbers say. */
    record Cells(CellRange range) implements Area {}

    /** Cells that have a name in the file. */
    record Named(String name) implements Area {}
  }

  /**
   * A spreadsheet file of either format.
   *
   * @param sheets opens a sheet by its name
   * @param ranges what the name of a range stands for, as the format writes it
   */
  record Book(Function<String, SheetReader> sheets, Function<String, Optional<String>> ranges) {}

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
    private final CellRange range;
    private final String place;
    private final List<String> names = new ArrayList<>();
    private final List<Integer> columns = new ArrayList<>();
    private final Map<Integer, Integer> places = new HashMap<>();
    private SheetRow ahead;
    private int number;

    Reading() {
      NamedArea found = area();
      range = found.range();
      place = found.sheet().isEmpty() ? path : path + ", sheet " + found.sheet();
      sheet = book.sheets().apply(found.sheet());
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

    private NamedArea area() {
      return switch (area) {
        case Area.Cells cells -> new NamedArea(SheetFile.this.sheet, cells.range());
        case Area.Named named -> NamedArea.of(path, SheetFile.this.sheet, named.name(), book);
      };
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
        add(cell.getKey());
      }
    }

    private void add(int column) {
      places.put(column, columns.size());
      columns.add(column);
    }

    private void number(SheetRow first) {
      int last = new TreeMap<>(first.cells()).lastKey();
      for (int column = Math.max(0, range.firstColumn()); column <= last; column++) {
        add(column);
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
      ReadingTime.check();
      List<String> cells = new ArrayList<>(columns.size());
      for (int column : columns) {
        cells.add(row.cells().getOrDefault(column, ""));
      }
      return new DataRow(++number, cells, fault(row));
    }

    private String fault(SheetRow row) {
      for (Map.Entry<Integer, String> error : row.errors().entrySet()) {
        return at(row, error.getKey()) + ": " + error.getValue() + ".";
      }
      for (Map.Entry<Integer, String> cell : row.cells().entrySet()) {
        if (!places.containsKey(cell.getKey())) {
          return at(row, cell.getKey()) + ": the column has no name in the first row.";
        }
        String objection = CellTexts.objection(cell.getValue());
        if (!objection.isEmpty()) {
          return at(row, cell.getKey()) + ": " + objection + ".";
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
