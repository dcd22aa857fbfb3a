package elmtable.data.sheet;

import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataSource;
import elmtable.data.source.ProjectFiles;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/** Spreadsheet files, XLSX or ODS by the ending of their names. */
public final class Spreadsheets {
  /** A name that a spreadsheet gives to a range; one that looks like a cell is none. */
  private static final Pattern RANGE_NAME =
      Pattern.compile("(?![A-Za-z]{1,3}\\d+$)[\\p{L}_][\\p{L}\\p{N}_.]*");

  private Spreadsheets() {}

  /**
   * The names of a file's sheets, in their order. Throws {@link BrokenDataException} where it
   * cannot be read.
   */
  public static List<String> sheets(ProjectFiles files, String path) {
    return isXlsx(path) ? XlsxPackage.sheets(files, path) : OdsReader.sheets(files, path);
  }

  /** Whether this is a range of cells, such as {@code B2:F40} or {@code B:F}, or may name one. */
  public static boolean isRange(String written) {
    return CellRange.read(written).isPresent() || RANGE_NAME.matcher(written).matches();
  }

  /**
   * The rows of a sheet, or of a range of one.
   *
   * @param sheet empty for the first, or the one that a named range is on
   * @param range cells, or the name of some; nothing for all
   * @param header whether the first row names the columns
   */
  public static DataSource rows(
      ProjectFiles files, String path, String sheet, Optional<String> range, boolean header) {
    SheetFile.Area area =
        range.map(Spreadsheets::area).orElse(new SheetFile.Area.Cells(CellRange.ALL));
    SheetFile.Book book =
        isXlsx(path)
            ? new SheetFile.Book(
                name -> new XlsxReader(files, path, name),
                name -> XlsxPackage.range(files, path, name))
            : new SheetFile.Book(
                name -> new OdsReader(files, path, name),
                name -> OdsReader.range(files, path, name));
    return new SheetFile(path, sheet, area, header, book);
  }

  private static SheetFile.Area area(String written) {
    return CellRange.read(written)
        .<SheetFile.Area>map(SheetFile.Area.Cells::new)
        .orElseGet(() -> new SheetFile.Area.Named(written));
  }

  private static boolean isXlsx(String path) {
    return path.toLowerCase(Locale.ROOT).endsWith(".xlsx");
  }
}
