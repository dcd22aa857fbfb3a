package elmtable.data.sheet;

import elmtable.data.file.FileKind;
import elmtable.data.file.ReaderLimits;
import elmtable.data.file.Unreadable;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.ProjectFiles;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamReader;
import org.apache.poi.openxml4j.opc.OPCPackage;
import org.apache.poi.openxml4j.opc.PackageAccess;
import org.apache.poi.openxml4j.util.ZipSecureFile;
import org.apache.poi.xssf.eventusermodel.XSSFReader;
import org.apache.poi.xssf.model.StylesTable;
import org.apache.poi.xssf.usermodel.XSSFCellStyle;

/**
 * What the sheets of a workbook have in common: its parts, texts and formats. They are read by
 * Apache POI, which also stops archives that unpack to too much; whatever it throws is told in our
 * words.
 */
final class XlsxPackage implements AutoCloseable {
  /** All texts of a workbook are in memory at once. */
  private static final long MOST_SHARED_TEXT = 150_000_000;

  static {
    // A sheet of mostly equal rows packs well beyond the hundredfold that POI takes for an attack.
    ZipSecureFile.setMinInflateRatio(0.002);
  }

  /** A cell whose value cannot be told; the message is the end of a sentence. */
  static final class BadCellException extends Exception {
    private static final long serialVersionUID = 1L;

    BadCellException(String message) {
      super(message, null, false, false);
    }
  }

  private final String path;
  private final OPCPackage archive;
  private final XSSFReader reader;
  private final List<String> texts;
  private final StylesTable styles;
  private final boolean from1904;
  private final Map<String, NumberShape> shapes = new HashMap<>();

  XlsxPackage(ProjectFiles files, String path) {
    this.path = path;
    OPCPackage opened = null;
    String part = "";
    try {
      Path local = files.local(path);
      requireWorkbook(local, files, path);
      opened = OPCPackage.open(local.toFile(), PackageAccess.READ);
      archive = opened;
      part = ", workbook";
      reader = new XSSFReader(archive);
      from1904 = isFrom1904(reader);
      part = ", shared texts";
      texts = texts(reader);
      part = ", styles";
      styles = reader.getStylesTable();
    } catch (Exception | StackOverflowError failed) {
      // A damaged part makes the library throw exceptions of any kind.
      revert(opened);
      throw Unreadable.at(path + part, failed);
    }
  }

  /** A file that only bears the name is told apart before a library looks at it. */
  private static void requireWorkbook(Path local, ProjectFiles files, String path)
      throws IOException {
    Optional<String> kind = FileKind.of(files, path);
    if (kind.isEmpty() || !kind.get().contains("ZIP")) {
      throw new BrokenDataException(
          path
              + " cannot be read: it is "
              + kind.orElse(Files.size(local) == 0 ? "empty" : "no spreadsheet")
              + ".");
    }
    try (ZipFile zip = new ZipFile(local.toFile())) {
      if (zip.getEntry("[Content_Types].xml") == null) {
        throw new BrokenDataException(path + " cannot be read: it is an archive and no workbook.");
      }
      ZipEntry texts = zip.getEntry("xl/sharedStrings.xml");
      if (texts != null && texts.getSize() > MOST_SHARED_TEXT) {
        throw ReaderLimits.beyond(
            path + ", shared texts", texts.getSize(), MOST_SHARED_TEXT, "bytes");
      }
    }
  }

  private static boolean isFrom1904(XSSFReader reader) throws Exception {
    try (InputStream in = reader.getWorkbookData()) {
      XMLStreamReader workbook = SafeXml.reader(in);
      while (workbook.hasNext()) {
        if (SafeXml.next(workbook) == XMLStreamConstants.START_ELEMENT
            && workbook.getLocalName().equals("workbookPr")) {
          String value = String.valueOf(workbook.getAttributeValue(null, "date1904"));
          return value.equals("1") || value.equals("true");
        }
      }
      return false;
    }
  }

  /** A sheet's XML. Throws {@link BrokenDataException} where there is none of that name. */
  InputStream sheet(String wanted) {
    List<String> names = new ArrayList<>();
    try {
      XSSFReader.SheetIterator sheets = (XSSFReader.SheetIterator) reader.getSheetsData();
      while (sheets.hasNext()) {
        InputStream in = sheets.next();
        if (wanted.isEmpty() || sheets.getSheetName().equalsIgnoreCase(wanted)) {
          return in;
        }
        names.add(sheets.getSheetName());
        in.close();
      }
    } catch (Exception failed) {
      throw Unreadable.at(path + ", sheet " + (names.size() + 1), failed);
    }
    throw new BrokenDataException(
        wanted.isEmpty()
            ? path + " has no sheet."
            : path + " has no sheet “" + wanted + "”; there are " + String.join(", ", names) + ".");
  }

  /** The names of all sheets. */
  static List<String> sheets(ProjectFiles files, String path) {
    List<String> names = new ArrayList<>();
    try (XlsxPackage workbook = new XlsxPackage(files, path)) {
      XSSFReader.SheetIterator sheets = (XSSFReader.SheetIterator) workbook.reader.getSheetsData();
      while (sheets.hasNext()) {
        sheets.next().close();
        names.add(sheets.getSheetName());
      }
      return names;
    } catch (Exception failed) {
      throw Unreadable.at(path + ", sheet " + (names.size() + 1), failed);
    }
  }

  /** What the name of a range stands for, such as {@code Recipes!$B$2:$F$40}, if there is one. */
  static Optional<String> range(ProjectFiles files, String path, String name) {
    OPCPackage opened = null;
    try {
      Path local = files.local(path);
      requireWorkbook(local, files, path);
      opened = OPCPackage.open(local.toFile(), PackageAccess.READ);
      try (InputStream in = new XSSFReader(opened).getWorkbookData()) {
        XMLStreamReader workbook = SafeXml.reader(in);
        while (workbook.hasNext()) {
          if (SafeXml.next(workbook) == XMLStreamConstants.START_ELEMENT
              && workbook.getLocalName().equals("definedName")
              && name.equalsIgnoreCase(workbook.getAttributeValue(null, "name"))) {
            return Optional.of(workbook.getElementText());
          }
        }
        return Optional.empty();
      }
    } catch (Exception failed) {
      throw Unreadable.at(path + ", workbook", failed);
    } finally {
      revert(opened);
    }
  }

  private static List<String> texts(XSSFReader reader) throws Exception {
    try (InputStream in = reader.getSharedStringsData()) {
      return in == null ? List.of() : SharedTexts.read(in);
    }
  }

  String sharedText(String index) throws BadCellException {
    int number = index(index, texts.size());
    if (number < 0) {
      throw new BadCellException(
          "the cell names the shared text " + index + ", and the workbook has no such");
    }
    return texts.get(number);
  }

  /** A number below a bound, or -1 where it is none. */
  private static int index(String written, int bound) {
    boolean whole = !written.isEmpty() && written.length() < 10 && isWhole(written);
    int number = whole ? Integer.parseInt(written) : -1;
    return number < bound ? number : -1;
  }

  /** Whether a text has digits only. */
  static boolean isWhole(String text) {
    return text.chars().allMatch(c -> c >= '0' && c <= '9');
  }

  /** A number as its format shows it. */
  String number(String style, String raw) throws BadCellException {
    double value;
    try {
      value = Double.parseDouble(raw);
    } catch (NumberFormatException notANumber) {
      throw new BadCellException("the cell should hold a number and holds “" + raw + "”");
    }
    if (!Double.isFinite(value)) {
      throw new BadCellException("the cell holds a number that is beyond all bounds");
    }
    NumberShape shape = shapes.get(String.valueOf(style));
    if (shape == null) {
      shape = shape(style);
      shapes.put(String.valueOf(style), shape);
    }
    try {
      return shape.shown(value, from1904);
    } catch (RuntimeException unsuitable) {
      throw new BadCellException(
          "the cell's format “" + shape.pattern() + "” does not suit its value");
    }
  }

  private NumberShape shape(String style) throws BadCellException {
    if (style == null) {
      return NumberShape.GENERAL;
    }
    int number = index(style, styles.getNumCellStyles());
    if (number < 0) {
      throw new BadCellException(
          "the cell names the style " + style + ", and the workbook has no such");
    }
    XSSFCellStyle format = styles.getStyleAt(number);
    return format.getDataFormatString() == null
        ? NumberShape.GENERAL
        : NumberShape.of(format.getDataFormat(), format.getDataFormatString());
  }

  @Override
  public void close() {
    revert(archive);
  }

  /** Closes a package without writing anything back. */
  private static void revert(OPCPackage archive) {
    if (archive != null) {
      archive.revert();
    }
  }
}
