package elmtable.data.file;

import elmtable.data.source.BrokenDataException;
import java.util.Locale;

/** What a file may have at most, so that a damaged or made-up one is not read without end. */
public final class ReaderLimits {
  /** As many as a sheet of a spreadsheet has. */
  public static final int MOST_COLUMNS = 16_384;

  public static final int MOST_SHEET_ROWS = 1_048_576;

  /** Cells with values in one sheet. */
  public static final long MOST_CELLS = 40_000_000;

  private ReaderLimits() {}

  public static void columns(String place, int columns) {
    if (columns > MOST_COLUMNS) {
      throw beyond(place, columns, MOST_COLUMNS, "columns");
    }
  }

  public static BrokenDataException beyond(String place, long found, long most, String what) {
    return new BrokenDataException(
        String.format(
            Locale.ROOT,
            "%s: there are %,d %s, and at most %,d are read.",
            place,
            found,
            what,
            most));
  }
}
