package elmtable.data.sheet;

import elmtable.data.file.FileKind;
import elmtable.data.file.InflationGuard;
import elmtable.data.file.ReaderLimits;
import elmtable.data.file.Unreadable;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.ProjectFiles;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** Reads a sheet of an OpenDocument spreadsheet (ISO/IEC 26300) as a stream. */
final class OdsReader implements SheetReader {
  static final String TABLE = "urn:oasis:names:tc:opendocument:xmlns:table:1.0";

  private final String place;
  private final ZipFile archive;
  private final XMLStreamReader xml;
  private int number;
  private long cells;

  /** A row that stands several times, and how often it is still to come. */
  private SheetRow repeated;

  private int repeats;

  /**
   * @param sheet the sheet's name, or empty for the first
   */
  OdsReader(ProjectFiles files, String path, String sheet) {
    place = sheet.isEmpty() ? path : path + ", sheet " + sheet;
    ZipFile opened = null;
    try {
      Path local = files.local(path);
      opened = archive(files, path, local);
      archive = opened;
      xml = content(opened, local);
      goTo(path, sheet);
    } catch (IOException | XMLStreamException | RuntimeException failed) {
      closeQuietly(opened);
      throw Unreadable.at(path, failed);
    }
  }

  private static ZipFile archive(ProjectFiles files, String path, Path local) throws IOException {
    Optional<String> kind = FileKind.of(files, path);
    if (kind.isEmpty() || !kind.get().contains("ZIP")) {
      throw new IOException("it is " + kind.orElse("no spreadsheet"));
    }
    return new ZipFile(local.toFile());
  }

  private static XMLStreamReader content(ZipFile archive, Path local)
      throws IOException, XMLStreamException {
    ZipEntry content = archive.getEntry("content.xml");
    if (content == null) {
      throw new IOException("it is an archive and no OpenDocument file");
    }
    InputStream in = new InflationGuard(archive.getInputStream(content), Files.size(local));
    return SafeXml.reader(in);
  }

  /** What the name of a range stands for, such as {@code $Recipes.$B$2:.$F$40}, if there is one. */
  static Optional<String> range(ProjectFiles files, String path, String name) {
    try {
      Path local = files.local(path);
      try (ZipFile archive = archive(files, path, local)) {
        XMLStreamReader xml = content(archive, local);
        while (xml.hasNext()) {
          boolean named =
              SafeXml.next(xml) == XMLStreamConstants.START_ELEMENT
                  && xml.getLocalName().equals("named-range")
                  && name.equalsIgnoreCase(xml.getAttributeValue(TABLE, "name"));
          if (named) {
            return Optional.ofNullable(xml.getAttributeValue(TABLE, "cell-range-address"));
          }
        }
        return Optional.empty();
      }
    } catch (IOException | XMLStreamException | RuntimeException failed) {
      throw Unreadable.at(path, failed);
    }
  }

  /** The names of all sheets. */
  static List<String> sheets(ProjectFiles files, String path) {
    try {
      Path local = files.local(path);
      try (ZipFile archive = archive(files, path, local)) {
        List<String> names = new ArrayList<>();
        XMLStreamReader xml = content(archive, local);
        while (xml.hasNext()) {
          if (SafeXml.next(xml) == XMLStreamConstants.START_ELEMENT
              && xml.getLocalName().equals("table")
              && TABLE.equals(xml.getNamespaceURI())) {
            names.add(xml.getAttributeValue(TABLE, "name"));
          }
        }
        return names;
      }
    } catch (IOException | XMLStreamException | RuntimeException failed) {
      throw Unreadable.at(path, failed);
    }
  }

  private void goTo(String path, String sheet) throws XMLStreamException {
    StringBuilder others = new StringBuilder();
    while (xml.hasNext()) {
      if (SafeXml.next(xml) == XMLStreamConstants.START_ELEMENT && is("table")) {
        String name = xml.getAttributeValue(TABLE, "name");
        if (sheet.isEmpty() || sheet.equalsIgnoreCase(name)) {
          return;
        }
        others.append(others.isEmpty() ? "" : ", ").append(name);
      }
    }
    throw new BrokenDataException(
        sheet.isEmpty()
            ? path + " has no sheet."
            : path + " has no sheet “" + sheet + "”; there are " + others + ".");
  }

  private boolean is(String name) {
    return name.equals(xml.getLocalName()) && TABLE.equals(xml.getNamespaceURI());
  }

  @Override
  public SheetRow next() {
    if (repeats > 0) {
      repeats--;
      return counted(repeated);
    }
    try {
      while (xml.hasNext()) {
        int event = SafeXml.next(xml);
        if (event == XMLStreamConstants.END_ELEMENT && is("table")) {
          return null;
        }
        if (event == XMLStreamConstants.START_ELEMENT && is("table-row")) {
          return row();
        }
      }
      return null;
    } catch (XMLStreamException | RuntimeException failed) {
      throw Unreadable.at(place + ", row " + (number + 1), failed);
    }
  }

  /** A copy of a row in the next place. */
  private SheetRow counted(SheetRow row) {
    number++;
    cells += row.cells().size();
    if (cells > ReaderLimits.MOST_CELLS) {
      throw ReaderLimits.beyond(place, cells, ReaderLimits.MOST_CELLS, "cells");
    }
    return new SheetRow(
        number, new LinkedHashMap<>(row.cells()), new LinkedHashMap<>(row.errors()));
  }

  private SheetRow row() throws XMLStreamException {
    int times = times("number-rows-repeated");
    SheetRow row = new SheetRow(number + 1, new LinkedHashMap<>(), new LinkedHashMap<>());
    int column = 0;
    while (xml.hasNext()) {
      int event = SafeXml.next(xml);
      if (event == XMLStreamConstants.END_ELEMENT && is("table-row")) {
        break;
      }
      if (event == XMLStreamConstants.START_ELEMENT
          && (is("table-cell") || is("covered-table-cell"))) {
        column = cell(row, column);
      }
    }
    // What is empty to the sheet's end is one row a million times.
    if (row.isEmpty()) {
      number = (int) Math.min((long) number + times, Integer.MAX_VALUE - 1);
      return new SheetRow(number, row.cells(), row.errors());
    }
    if ((long) number + times > ReaderLimits.MOST_SHEET_ROWS) {
      throw ReaderLimits.beyond(place, (long) number + times, ReaderLimits.MOST_SHEET_ROWS, "rows");
    }
    repeated = row;
    repeats = times - 1;
    return counted(row);
  }

  /** How often a row or cell stands; a number that is none counts as once. */
  private int times(String attribute) {
    String value = xml.getAttributeValue(TABLE, attribute);
    return value == null || !value.matches("[1-9]\\d{0,9}")
        ? 1
        : (int) Math.min(Integer.MAX_VALUE, Long.parseLong(value));
  }

  private int cell(SheetRow row, int column) throws XMLStreamException {
    int times = times("number-columns-repeated");
    OdsCell cell = OdsCell.read(xml);
    String value = cell.value();
    String error = cell.error();
    if (!value.isEmpty() || !error.isEmpty()) {
      ReaderLimits.columns(place, (int) Math.min((long) column + times, Integer.MAX_VALUE - 1));
      for (int i = 0; i < times; i++) {
        if (error.isEmpty()) {
          row.cells().put(column + i, value);
        } else {
          row.errors().put(column + i, error);
        }
      }
    }
    return (int) Math.min((long) column + times, Integer.MAX_VALUE - 1);
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
