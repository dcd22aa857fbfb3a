package elmtable.data.sheet;

import elmtable.data.source.BrokenDataException;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Cells of a sheet, and how the name of a range leads to them. */
record NamedArea(String sheet, CellRange range) {
  /** {@code 'My sheet'!$B$2:$F$40}, or with points as OpenDocument writes it. */
  private static final Pattern ADDRESS =
      Pattern.compile("\\$?(?:'((?:[^']|'')+)'|([^'!.$]+))[!.]([^!,;]+)");

  /**
   * Throws {@link BrokenDataException} where the file has no such name or it is no single area.
   *
   * @param sheet the sheet that was asked for, or empty
   */
  static NamedArea of(String path, String sheet, String name, SheetFile.Book book) {
    String address =
        book.ranges()
            .apply(name)
            .orElseThrow(() ->
                new BrokenDataException(
                    path
                        + " has no range named “"
                        + name
                        + "”; a range is written B2:F40, or is a name that the file gives."));
    Matcher parts = ADDRESS.matcher(address.strip());
    String cells = parts.matches() ? cells(parts.group(3)) : "";
    CellRange range = CellRange.read(cells).orElse(null);
    if (range == null) {
      throw new BrokenDataException(
          path + ": the range “" + name + "” is “" + address + "”, which is no single area.");
    }
    String found =
        parts.group(1) != null ? parts.group(1).replace("''", "'") : parts.group(2).strip();
    if (!sheet.isEmpty() && !sheet.equalsIgnoreCase(found)) {
      throw new BrokenDataException(
          path
              + ": the range “"
              + name
              + "” is on the sheet “"
              + found
              + "”, not on “"
              + sheet
              + "”.");
    }
    return new NamedArea(found, range);
  }

  /** The two corners; the second may name the sheet again. */
  private static String cells(String written) {
    String plain = written.replace("$", "").replaceFirst(":[^:]*\\.", ":");
    return plain.indexOf(':') < 0 ? plain + ":" + plain : plain;
  }
}
