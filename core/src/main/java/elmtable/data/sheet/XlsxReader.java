package elmtable.data.sheet;

import elmtable.data.file.ReaderLimits;
import elmtable.data.file.Unreadable;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.ProjectFiles;
import elmtable.formula.CellTexts;
import java.io.IOException;
import java.io.InputStream;
import java.util.LinkedHashMap;
import java.util.Optional;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** Reads a sheet of an Office Open XML workbook (ECMA-376) as a stream. */
final class XlsxReader implements SheetReader {
  private final String place;
  private final XlsxPackage workbook;
  private final InputStream part;
  private final XMLStreamReader xml;
  private int number;
  private long cells;

  /**
   * @param sheet the sheet's name, or empty for the first
   */
  XlsxReader(ProjectFiles files, String path, String sheet) {
    place = sheet.isEmpty() ? path : path + ", sheet " + sheet;
    workbook = new XlsxPackage(files, path);
    InputStream opened = null;
    try {
      opened = workbook.sheet(sheet);
      part = opened;
      xml = SafeXml.reader(part);
    } catch (XMLStreamException | RuntimeException failed) {
      closeQuietly(opened);
      workbook.close();
      throw Unreadable.at(place, failed);
    }
  }

  @Override
  public SheetRow next() {
    try {
      while (xml.hasNext()) {
        if (SafeXml.next(xml) == XMLStreamConstants.START_ELEMENT
            && xml.getLocalName().equals("row")) {
          return row();
        }
      }
      return null;
    } catch (XMLStreamException | RuntimeException failed) {
      throw Unreadable.at(place + ", row " + (number + 1), failed);
    }
  }

  private SheetRow row() throws XMLStreamException {
    String written = xml.getAttributeValue(null, "r");
    number = written == null ? number + 1 : wholeNumber(written, "row");
    if (number > ReaderLimits.MOST_SHEET_ROWS) {
      throw ReaderLimits.beyond(place, number, ReaderLimits.MOST_SHEET_ROWS, "rows");
    }
    SheetRow row = new SheetRow(number, new LinkedHashMap<>(), new LinkedHashMap<>());
    int column = -1;
    while (xml.hasNext()) {
      int event = SafeXml.next(xml);
      if (event == XMLStreamConstants.END_ELEMENT && xml.getLocalName().equals("row")) {
        return row;
      }
      if (event == XMLStreamConstants.START_ELEMENT && xml.getLocalName().equals("c")) {
        String reference = xml.getAttributeValue(null, "r");
        column = reference == null ? column + 1 : column(reference);
        ReaderLimits.columns(place, column + 1);
        cell(row, column);
      }
    }
    return row;
  }

  private int column(String reference) {
    int letters = 0;
    while (letters < reference.length() && isCapital(reference.charAt(letters))) {
      letters++;
    }
    if (letters < 1 || letters > 3 || !XlsxPackage.isWhole(reference.substring(letters))) {
      throw new BrokenDataException(
          place + ", row " + number + ": a cell stands at “" + reference + "”, which is no place.");
    }
    return CellRange.column(reference.substring(0, letters));
  }

  private static boolean isCapital(char c) {
    return c >= 'A' && c <= 'Z';
  }

  private int wholeNumber(String written, String what) {
    if (!written.matches("[1-9]\\d{0,8}")) {
      throw new BrokenDataException(
          place + ": behind row " + number + " a " + what + " has the number “" + written + "”.");
    }
    return Integer.parseInt(written);
  }

  private void cell(SheetRow row, int column) throws XMLStreamException {
    String type = Optional.ofNullable(xml.getAttributeValue(null, "t")).orElse("n");
    String style = xml.getAttributeValue(null, "s");
    String raw = raw();
    if (raw.isEmpty()) {
      return;
    }
    if (++cells > ReaderLimits.MOST_CELLS) {
      throw ReaderLimits.beyond(place, cells, ReaderLimits.MOST_CELLS, "cells");
    }
    if (type.equals("e")) {
      row.errors().put(column, "the cell holds the error " + raw);
      return;
    }
    try {
      String value = value(type, style, raw);
      if (!value.isEmpty()) {
        row.cells().put(column, value);
      }
    } catch (XlsxPackage.BadCellException bad) {
      row.errors().put(column, bad.getMessage());
    }
  }

  /** The value's text; phonetic readings beside it are passed over. */
  private String raw() throws XMLStreamException {
    StringBuilder text = new StringBuilder();
    boolean reading = false;
    int phonetic = 0;
    while (xml.hasNext()) {
      int event = SafeXml.next(xml);
      if (event == XMLStreamConstants.CHARACTERS && reading && phonetic == 0) {
        text.append(xml.getText());
      } else if (event == XMLStreamConstants.START_ELEMENT) {
        String name = xml.getLocalName();
        phonetic += name.equals("rPh") ? 1 : 0;
        reading = name.equals("v") || name.equals("t");
      } else if (event == XMLStreamConstants.END_ELEMENT) {
        reading = false;
        phonetic -= xml.getLocalName().equals("rPh") ? 1 : 0;
        if (xml.getLocalName().equals("c")) {
          break;
        }
      }
    }
    return text.toString();
  }

  private String value(String type, String style, String raw) throws XlsxPackage.BadCellException {
    return switch (type) {
      case "s" -> workbook.sharedText(raw);
      case "b" -> CellTexts.truth(raw.equals("1") || raw.equals("true"));
      case "str", "inlineStr" -> SharedTexts.decoded(raw);
      case "d" -> raw.replaceFirst("T00:00(:00(\\.0+)?)?Z?$", "");
      default -> workbook.number(style, raw);
    };
  }

  @Override
  public void close() {
    closeQuietly(part);
    workbook.close();
  }

  private static void closeQuietly(InputStream part) {
    try {
      if (part != null) {
        part.close();
      }
    } catch (IOException ignored) {
      // A file that was only read has nothing left to lose.
    }
  }
}
