package elmtable.data;

import elmtable.text.Names;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Set;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/** A file of separated values: CSV as in RFC 4180, or with tabs. Read as a stream. */
record DelimitedFile(
    ProjectFiles files, String path, char separator, Charset encoding, boolean header)
    implements DataSource {
  @Override
  public boolean hasTemplates() {
    return false;
  }

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

  private final class Reading implements Rows {
    private final CSVParser parser;
    private final Iterator<CSVRecord> records;
    private final List<String> columns;
    private CSVRecord ahead;
    private int number;

    Reading() {
      CSVParser opened = null;
      try {
        Reader reader =
            new BufferedReader(
                new InputStreamReader(
                    ByteOrderMark.skip(files.open(path)),
                    encoding
                        .newDecoder()
                        .onMalformedInput(CodingErrorAction.REPORT)
                        .onUnmappableCharacter(CodingErrorAction.REPORT)));
        opened =
            CSVFormat.RFC4180
                .builder()
                .setDelimiter(separator)
                .setIgnoreEmptyLines(true)
                .get()
                .parse(reader);
      } catch (IOException broken) {
        throw new BrokenData(path + " cannot be read: " + broken.getMessage() + ".");
      }
      parser = opened;
      records = parser.iterator();
      CSVRecord first = record();
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

    private List<String> named(CSVRecord first) {
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
              "row 1, column " + names.size() + ": a second column is called “" + trimmed + "”");
        }
      }
      return names;
    }

    @Override
    public void skip(long count) {
      for (long i = 0; i < count; i++) {
        CSVRecord passed = ahead != null ? ahead : record();
        ahead = null;
        if (passed == null) {
          return;
        }
        number++;
      }
    }

    @Override
    public DataRow next() {
      CSVRecord record = ahead != null ? ahead : record();
      ahead = null;
      if (record == null) {
        return null;
      }
      number++;
      String[] cells = new String[columns.size()];
      for (int c = 0; c < cells.length; c++) {
        cells[c] = c < record.size() ? record.get(c) : "";
      }
      return new DataRow(number, List.of(cells), fault(record.size()));
    }

    private String fault(int size) {
      int fileRow = header ? number + 1 : number;
      if (size < columns.size()) {
        return path
            + ", row "
            + fileRow
            + ", column "
            + (size + 1)
            + ": the row ends before “"
            + columns.get(size)
            + "”.";
      }
      if (size > columns.size()) {
        return path
            + ", row "
            + fileRow
            + ", column "
            + (columns.size() + 1)
            + ": there are only "
            + columns.size()
            + " columns.";
      }
      return "";
    }

    private CSVRecord record() {
      try {
        return records.hasNext() ? records.next() : null;
      } catch (UncheckedIOException unreadable) {
        throw broken(reason(unreadable.getCause()));
      } catch (IllegalStateException unreadable) {
        throw broken(reason(unreadable));
      }
    }

    private String reason(Throwable cause) {
      String where = "row " + (parser.getRecordNumber() + 1) + ", column " + columnOfFault();
      if (cause instanceof CharacterCodingException) {
        return where + ": a character is not " + encoding.name() + "; name the file's encoding";
      }
      String message = String.valueOf(cause.getMessage());
      if (message.contains("EOF")) {
        return where
            + ": a quote opens in line "
            + parser.getCurrentLineNumber()
            + " or above and never closes";
      }
      return where + ": behind a closing quote only a separator may follow";
    }

    /** Counts the separators before the fault, by reading the broken record's line again. */
    private int columnOfFault() {
      long row = parser.getRecordNumber() + 1;
      try (BufferedReader reader =
          new BufferedReader(
              new InputStreamReader(ByteOrderMark.skip(files.open(path)), encoding))) {
        return QuoteFault.column(reader, row, separator);
      } catch (IOException gone) {
        return 1;
      }
    }

    private BrokenData broken(String reason) {
      close();
      return new BrokenData(path + ", " + reason + ".");
    }

    @Override
    public void close() {
      try {
        if (parser != null) {
          parser.close();
        }
      } catch (IOException ignored) {
        // A file that was only read has nothing left to lose.
      }
    }
  }
}
