package elmtable.data.readers;

import elmtable.data.source.BrokenDataException;
import elmtable.data.source.ProjectFiles;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.apache.poi.ooxml.POIXMLException;
import org.apache.poi.openxml4j.exceptions.OpenXML4JException;
import org.apache.poi.openxml4j.exceptions.OpenXML4JRuntimeException;
import org.apache.poi.openxml4j.opc.OPCPackage;
import org.apache.poi.openxml4j.opc.PackageAccess;
import org.apache.poi.openxml4j.util.ZipSecureFile;
import org.apache.poi.ss.usermodel.BuiltinFormats;
import org.apache.poi.ss.usermodel.DataFormatter;
import org.apache.poi.ss.usermodel.DateUtil;
import org.apache.poi.xssf.eventusermodel.ReadOnlySharedStringsTable;
import org.apache.poi.xssf.eventusermodel.XSSFReader;
import org.apache.poi.xssf.model.SharedStrings;
import org.apache.poi.xssf.model.StylesTable;
import org.apache.poi.xssf.usermodel.XSSFCellStyle;
import org.xml.sax.SAXException;

/**
 * Reads a sheet of an Office Open XML workbook (ECMA-376) as a stream: a number as its format shows
 * it, a date as ISO 8601. The package, its texts and its formats are read by Apache POI, which also
 * stops archives that unpack to too much.
 */
final class XlsxReader implements SheetReader {
  private static final DataFormatter FORMATS = new DataFormatter(Locale.ROOT);

  private final String path;
  private final OPCPackage archive;
  private final SharedStrings strings;
  private final StylesTable styles;
  private final boolean from1904;
  private final XMLStreamReader xml;
  private int number;

  static {
    // A sheet of mostly equal rows packs well beyond the hundredfold that POI takes for an attack.
    ZipSecureFile.setMinInflateRatio(0.002);
  }

  /**
   * @param sheet the sheet's name, or empty for the first
   */
  XlsxReader(ProjectFiles files, String path, String sheet) {
    this.path = path;
    OPCPackage opened = null;
    try {
      Path local = files.local(path);
      opened = OPCPackage.open(local.toFile(), PackageAccess.READ);
      archive = opened;
      XSSFReader reader = new XSSFReader(archive);
      strings = new ReadOnlySharedStringsTable(archive);
      styles = reader.getStylesTable();
      from1904 = isFrom1904(reader);
      xml = SafeXml.reader(sheet(reader, sheet));
    } catch (IOException
        | OpenXML4JException
        | OpenXML4JRuntimeException
        | SAXException
        | XMLStreamException
        | POIXMLException
        | IllegalArgumentException failed) {
      // What is not a workbook at all throws exceptions of several kinds.
      revert(opened);
      throw new BrokenDataException(path + " cannot be read: " + failed.getMessage() + ".");
    } catch (BrokenDataException broken) {
      revert(opened);
      throw broken;
    }
  }

  private InputStream sheet(XSSFReader reader, String wanted)
      throws IOException, OpenXML4JException {
    XSSFReader.SheetIterator sheets = (XSSFReader.SheetIterator) reader.getSheetsData();
    List<String> names = new ArrayList<>();
    while (sheets.hasNext()) {
      InputStream in = sheets.next();
      if (wanted.isEmpty() || sheets.getSheetName().equalsIgnoreCase(wanted)) {
        return in;
      }
      names.add(sheets.getSheetName());
      in.close();
    }
    throw new BrokenDataException(
        path + " has no sheet “" + wanted + "”; there are " + String.join(", ", names) + ".");
  }

  private static boolean isFrom1904(XSSFReader reader)
      throws IOException, OpenXML4JException, XMLStreamException {
    try (InputStream in = reader.getWorkbookData()) {
      XMLStreamReader workbook = SafeXml.reader(in);
      while (workbook.hasNext()) {
        if (workbook.next() == XMLStreamConstants.START_ELEMENT
            && workbook.getLocalName().equals("workbookPr")) {
          String value = String.valueOf(workbook.getAttributeValue(null, "date1904"));
          return value.equals("1") || value.equals("true");
        }
      }
      return false;
    }
  }

  @Override
  public SheetRow next() {
    try {
      while (xml.hasNext()) {
        if (xml.next() == XMLStreamConstants.START_ELEMENT && xml.getLocalName().equals("row")) {
          return row();
        }
      }
      return null;
    } catch (XMLStreamException | OpenXML4JRuntimeException failed) {
      throw new BrokenDataException(
          path
              + ", row "
              + (number + 1)
              + ": the file cannot be read on ("
              + String.valueOf(failed.getMessage()).replaceAll("\\s+", " ")
              + ").");
    }
  }

  private SheetRow row() throws XMLStreamException {
    String written = xml.getAttributeValue(null, "r");
    number = written == null ? number + 1 : Integer.parseInt(written);
    SheetRow row = new SheetRow(number, new LinkedHashMap<>(), new LinkedHashMap<>());
    int column = -1;
    while (xml.hasNext()) {
      int event = xml.next();
      if (event == XMLStreamConstants.END_ELEMENT && xml.getLocalName().equals("row")) {
        return row;
      }
      if (event == XMLStreamConstants.START_ELEMENT && xml.getLocalName().equals("c")) {
        String reference = xml.getAttributeValue(null, "r");
        column = reference == null ? column + 1 : CellRange.column(reference.replaceAll("\\d", ""));
        cell(row, column);
      }
    }
    return row;
  }

  private void cell(SheetRow row, int column) throws XMLStreamException {
    String type = String.valueOf(xml.getAttributeValue(null, "t"));
    String style = xml.getAttributeValue(null, "s");
    StringBuilder text = new StringBuilder();
    boolean reading = false;
    while (xml.hasNext()) {
      int event = xml.next();
      if (event == XMLStreamConstants.CHARACTERS && reading) {
        text.append(xml.getText());
      } else if (event == XMLStreamConstants.START_ELEMENT) {
        String name = xml.getLocalName();
        reading = name.equals("v") || name.equals("t");
      } else if (event == XMLStreamConstants.END_ELEMENT) {
        reading = false;
        if (xml.getLocalName().equals("c")) {
          break;
        }
      }
    }
    if (text.isEmpty()) {
      return;
    }
    if (type.equals("e")) {
      row.errors().put(column, text.toString());
      return;
    }
    String value = value(type, style, text.toString());
    if (!value.isEmpty()) {
      row.cells().put(column, value);
    }
  }

  private String value(String type, String style, String raw) {
    return switch (type) {
      case "s" -> strings.getItemAt(Integer.parseInt(raw)).getString();
      case "b" -> raw.equals("1") ? "yes" : "no";
      case "str", "inlineStr" -> raw;
      case "d" -> raw;
      default -> number(style, Double.parseDouble(raw));
    };
  }

  private String number(String style, double value) {
    XSSFCellStyle format = style == null ? null : styles.getStyleAt(Integer.parseInt(style));
    int index = format == null ? 0 : format.getDataFormat();
    String pattern =
        format == null || format.getDataFormatString() == null
            ? BuiltinFormats.getBuiltinFormat(0)
            : format.getDataFormatString();
    if (DateUtil.isADateFormat(index, pattern) && DateUtil.isValidExcelDate(value)) {
      return iso(DateUtil.getLocalDateTime(value, from1904), value);
    }
    return FORMATS.formatRawCellContents(value, index, pattern, from1904).strip();
  }

  private static String iso(LocalDateTime moment, double value) {
    if (value < 1) {
      return moment.toLocalTime().format(DateTimeFormatter.ISO_LOCAL_TIME);
    }
    return moment.toLocalTime().equals(LocalTime.MIDNIGHT)
        ? moment.toLocalDate().toString()
        : moment.format(DateTimeFormatter.ISO_LOCAL_DATE_TIME);
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
