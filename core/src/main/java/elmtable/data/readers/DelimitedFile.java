package elmtable.data.readers;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import elmtable.data.file.ByteOrderMark;
import elmtable.data.file.FileKind;
import elmtable.data.file.ReaderLimits;
import elmtable.data.file.Unreadable;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.ProjectFiles;
import elmtable.data.source.ReadingTime;
import elmtable.data.source.Rows;
import elmtable.text.Counted;
import elmtable.text.Names;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;

/** A file of separated values: CSV as in RFC 4180, or with tabs. Read as a stream. */
record DelimitedFile(
    ProjectFiles files, String path, char separator, Charset encoding, boolean header)
    implements DataSource {
  /** The time is looked at with every so many rows. */
  private static final int LOOK_EVERY = 255;

  @Override
  public List<String> columns() {
    try (Reading reading = new Reading()) {
      return reading.columns;
    }
  }

  @Override
  public Rows open() {
    return new Reading();
  }

  private Reader text(CodingErrorAction foreign) throws IOException {
    FileKind.of(files, path)
        .ifPresent(kind -> {
          throw new BrokenDataException(path + " cannot be read: it is " + kind + ".");
        });
    return ByteOrderMark.skip(
        new InputStreamReader(
            files.open(path),
            encoding
                .newDecoder()
                .replaceWith(String.valueOf(DelimitedScan.FOREIGN))
                .onMalformedInput(foreign)
                .onUnmappableCharacter(foreign)));
  }

  @Override
  public long count(Consumer<DataRow> faults) {
    List<String> columns = columns();
    try (Reader text = text(CodingErrorAction.REPLACE)) {
      DelimitedScan scan = new DelimitedScan(text, separator);
      if (header) {
        scan.next();
      }
      long number = 0;
      for (int size = scan.next(); size > 0; size = scan.next()) {
        number++;
        if ((number & LOOK_EVERY) == 0) {
          ReadingTime.check();
        }
        if (size != columns.size()) {
          faults.accept(new DataRow((int) number, List.of(), fault(scan.row(), size, columns)));
        }
      }
      return number;
    } catch (DelimitedScan.FaultException fault) {
      throw broken(reason(fault));
    } catch (IOException failed) {
      throw unreadable(failed);
    }
  }

  /** The first place at which the file goes wrong, if it does. */
  private Optional<BrokenDataException> fault() {
    try (Reader text = text(CodingErrorAction.REPLACE)) {
      DelimitedScan scan = new DelimitedScan(text, separator);
      while (scan.next() > 0) {}
      return Optional.empty();
    } catch (DelimitedScan.FaultException fault) {
      return Optional.of(broken(reason(fault)));
    } catch (IOException gone) {
      // The first failure is reported.
      return Optional.empty();
    }
  }

  private String reason(DelimitedScan.FaultException fault) {
    String where = "row " + fault.row() + ", column " + fault.column() + ": ";
    return where
        + switch (fault.kind()) {
          case ENCODING -> "a character is not " + encoding.name() + "; name the file's encoding";
          case OPEN_QUOTE -> "a quote opens in line " + fault.line() + " and never closes";
          case BEHIND_QUOTE -> "behind a closing quote only a separator may follow";
        };
  }

  private BrokenDataException unreadable(IOException failed) {
    return Unreadable.at(path, failed);
  }

  private BrokenDataException broken(String reason) {
    return new BrokenDataException(path + ", " + reason + ".");
  }

  /**
   * What is wrong with a row of so many cells; the empty text where it has as many as it should.
   */
  private String fault(long row, int size, List<String> columns) {
    if (size == columns.size()) {
      return "";
    }
    String where = path + ", row " + row + ", column ";
    if (size < columns.size()) {
      return where + (size + 1) + ": the row ends before “" + columns.get(size) + "”.";
    }
    return where
        + (columns.size() + 1)
        + ": there "
        + (columns.size() == 1 ? "is" : "are")
        + " only "
        + Counted.of(columns.size(), "column")
        + ".";
  }

  private final class Reading implements Rows {
    private final DelimitedCells cells = new DelimitedCells();
    private final CsvReader<List<String>> reader;
    private final Iterator<List<String>> records;
    private final List<String> columns;
    private List<String> ahead;
    private int number;

    Reading() {
      try {
        reader =
            CsvReader.builder()
                .fieldSeparator(separator)
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
                .allowUnclosedQuote(false)
                .build(cells, text(CodingErrorAction.REPORT));
      } catch (CharacterCodingException foreign) {
        throw fault().orElseGet(() -> unreadable(foreign));
      } catch (IOException failed) {
        throw unreadable(failed);
      }
      records = reader.iterator();
      List<String> first = record();
      columns = first == null ? List.of() : header ? named(first) : numbered(first.size());
      ahead = header ? null : first;
    }

    private List<String> numbered(int size) {
      List<String> names = new ArrayList<>();
      for (int i = 1; i <= size; i++) {
        names.add("column " + i);
      }
      return names;
    }

    private List<String> named(List<String> first) {
      ReaderLimits.columns(path, first.size());
      List<String> names = new ArrayList<>();
      Set<String> seen = new HashSet<>();
      for (String name : first) {
        String trimmed = name.strip();
        names.add(trimmed);
        if (trimmed.isEmpty()) {
          throw broken("column " + names.size() + " has no name in the first row");
        }
        if (!seen.add(Names.key(trimmed))) {
          throw broken(
              "row "
                  + cells.row()
                  + ", column "
                  + names.size()
                  + ": a second column has the name “"
                  + trimmed
                  + "”");
        }
      }
      return names;
    }

    @Override
    public DataRow next() {
      List<String> record = ahead != null ? ahead : record();
      ahead = null;
      if (record == null) {
        return null;
      }
      number++;
      if ((number & LOOK_EVERY) == 0) {
        ReadingTime.check();
      }
      String fault = fault(cells.row(), record.size(), columns);
      return new DataRow(number, fitting(record), fault);
    }

    /** As many cells as there are columns. */
    private List<String> fitting(List<String> record) {
      int size = columns.size();
      if (record.size() < size) {
        record.addAll(Collections.nCopies(size - record.size(), ""));
      }
      return List.copyOf(record.subList(0, size));
    }

    /** The next record; where it cannot be read, the file is read once more to tell why. */
    private List<String> record() {
      try {
        return records.hasNext() ? records.next() : null;
      } catch (CsvParseException | UncheckedIOException unreadable) {
        close();
        throw fault()
            .orElseGet(
                () -> broken("row " + cells.row() + ": a cell or row is too long to be read"));
      }
    }

    private BrokenDataException broken(String reason) {
      close();
      return DelimitedFile.this.broken(reason);
    }

    @Override
    public void close() {
      try {
        reader.close();
      } catch (IOException ignored) {
        // A file that was only read has nothing left to lose.
      }
    }
  }
}
