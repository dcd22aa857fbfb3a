package elmtable.data.readers;

import elmtable.data.source.BrokenDataException;
import elmtable.data.source.ProjectFiles;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/**
 * Reads a sheet of an OpenDocument spreadsheet (ISO/IEC 26300) as a stream. A cell's value is the
 * text that it shows; a date is its ISO form.
 */
final class OdsReader implements SheetReader {
  private static final String TABLE = "urn:oasis:names:tc:opendocument:xmlns:table:1.0";
  private static final String OFFICE = "urn:oasis:names:tc:opendocument:xmlns:office:1.0";
  private static final String TEXT = "urn:oasis:names:tc:opendocument:xmlns:text:1.0";

  private final String path;
  private final ZipFile archive;
  private final XMLStreamReader xml;
  private int number;

  /** A row that stands several times, and how often it is still to come. */
  private SheetRow repeated;

  private int repeats;

  /**
   * @param sheet the sheet's name, or empty for the first
   */
  OdsReader(ProjectFiles files, String path, String sheet) {
    this.path = path;
    ZipFile opened = null;
    try {
      Path local = files.local(path);
      opened = new ZipFile(local.toFile());
      ZipEntry content = opened.getEntry("content.xml");
      if (content == null) {
        throw new IOException("it is not an OpenDocument file");
      }
      InputStream in = new InflationGuard(opened.getInputStream(content), Files.size(local));
      archive = opened;
      xml = SafeXml.reader(in);
      goTo(sheet);
    } catch (IOException | XMLStreamException failed) {
      closeQuietly(opened);
      throw new BrokenDataException(path + " cannot be read: " + failed.getMessage() + ".");
    }
  }

  private void goTo(String sheet) throws XMLStreamException {
    StringBuilder others = new StringBuilder();
    while (xml.hasNext()) {
      if (xml.next() == XMLStreamConstants.START_ELEMENT && is(TABLE, "table")) {
        String name = xml.getAttributeValue(TABLE, "name");
        if (sheet.isEmpty() || sheet.equalsIgnoreCase(name)) {
          return;
        }
        others.append(others.isEmpty() ? "" : ", ").append(name);
      }
    }
    closeQuietly(archive);
    throw new BrokenDataException(
        path + " has no sheet “" + sheet + "”; there are " + others + ".");
  }

  private boolean is(String namespace, String name) {
    return name.equals(xml.getLocalName()) && namespace.equals(xml.getNamespaceURI());
  }

  @Override
  public SheetRow next() {
    if (repeats > 0) {
      repeats--;
      return new SheetRow(
          ++number, new LinkedHashMap<>(repeated.cells()), new LinkedHashMap<>(repeated.errors()));
    }
    try {
      while (xml.hasNext()) {
        int event = xml.next();
        if (event == XMLStreamConstants.END_ELEMENT && is(TABLE, "table")) {
          return null;
        }
        if (event == XMLStreamConstants.START_ELEMENT && is(TABLE, "table-row")) {
          return row();
        }
      }
      return null;
    } catch (XMLStreamException failed) {
      throw new BrokenDataException(
          path
              + ", row "
              + (number + 1)
              + ": the file cannot be read on ("
              + failed.getMessage().replaceAll("\\s+", " ")
              + ").");
    }
  }

  private SheetRow row() throws XMLStreamException {
    int times = times("number-rows-repeated");
    SheetRow row = new SheetRow(number + 1, new LinkedHashMap<>(), new LinkedHashMap<>());
    int column = 0;
    while (xml.hasNext()) {
      int event = xml.next();
      if (event == XMLStreamConstants.END_ELEMENT && is(TABLE, "table-row")) {
        break;
      }
      if (event == XMLStreamConstants.START_ELEMENT
          && (is(TABLE, "table-cell") || is(TABLE, "covered-table-cell"))) {
        column = cell(row, column);
      }
    }
    // What is empty to the sheet's end is one row a million times.
    if (row.isEmpty()) {
      number += times;
      return new SheetRow(number, row.cells(), row.errors());
    }
    number++;
    repeated = row;
    repeats = times - 1;
    return new SheetRow(
        number, new LinkedHashMap<>(row.cells()), new LinkedHashMap<>(row.errors()));
  }

  private int times(String attribute) {
    String value = xml.getAttributeValue(TABLE, attribute);
    return value == null ? 1 : Math.max(1, Integer.parseInt(value));
  }

  private int cell(SheetRow row, int column) throws XMLStreamException {
    int times = times("number-columns-repeated");
    String date = xml.getAttributeValue(OFFICE, "date-value");
    String type = String.valueOf(xml.getAttributeValue(OFFICE, "value-type"));
    String name = xml.getLocalName();
    StringBuilder shown = new StringBuilder();
    boolean paragraphs = false;
    int notes = 0;
    while (xml.hasNext()) {
      int event = xml.next();
      if (event == XMLStreamConstants.END_ELEMENT && is(TABLE, name)) {
        break;
      } else if (event == XMLStreamConstants.START_ELEMENT && is(OFFICE, "annotation")) {
        notes++;
      } else if (event == XMLStreamConstants.END_ELEMENT && is(OFFICE, "annotation")) {
        notes--;
      } else if (notes > 0) {
        continue;
      } else if (event == XMLStreamConstants.START_ELEMENT && is(TEXT, "p")) {
        shown.append(paragraphs ? "\n" : "");
        paragraphs = true;
      } else if (event == XMLStreamConstants.START_ELEMENT && is(TEXT, "s")) {
        String count = xml.getAttributeValue(TEXT, "c");
        shown.append(" ".repeat(count == null ? 1 : Integer.parseInt(count)));
      } else if (event == XMLStreamConstants.CHARACTERS && paragraphs) {
        shown.append(xml.getText());
      }
    }
    String value = date != null ? date.replaceFirst("T00:00:00$", "") : shown.toString();
    boolean error = value.startsWith("#") && !type.equals("string");
    if (!value.isEmpty()) {
      for (int i = 0; i < Math.min(times, 1_000); i++) {
        (error ? row.errors() : row.cells()).put(column + i, value);
      }
    }
    return column + times;
  }

  @Override
  public void close() {
    closeQuietly(archive);
  }

  private static void closeQuietly(ZipFile archive) {
    try {
      if (archive != null) {
        archive.close();
      }
    } catch (IOException ignored) {
      // A file that was only read has nothing left to lose.
    }
  }
}
