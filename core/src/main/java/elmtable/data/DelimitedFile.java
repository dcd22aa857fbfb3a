package elmtable.data;

import elmtable.text.Names;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;

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

  /**
   * @param foreign what happens at a character that is none of the encoding
   */
  private Reader text(CodingErrorAction foreign) throws IOException {
    return new InputStreamReader(
        ByteOrderMark.skip(files.open(path)),
        encoding
            .newDecoder()
            .replaceWith(String.valueOf(DelimitedFault.FOREIGN))
            .onMalformedInput(foreign)
            .onUnmappableCharacter(foreign));
  }

  private final class Reading implements Rows {
    private final DelimitedRecords records;
    private final List<String> columns;
    private String[] ahead;
    private int number;

    Reading() {
      try {
        records = new DelimitedRecords(text(CodingErrorAction.REPORT), separator);
      } catch (IOException broken) {
        throw new BrokenData(path + " cannot be read: " + broken.getMessage() + ".");
      }
      String[] first = record();
      columns = first == null ? List.of() : header ? named(first) : numbered(first.length);
      ahead = header ? null : first;
    }

    private List<String> numbered(int size) {
      List<String> names = new ArrayList<>();
      for (int i = 1; i <= size; i++) {
        names.add("column " + i);
      }
      return names;
    }

    private List<String> named(String[] first) {
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
    public long pass(long most, Consumer<String> faults) {
      long passed = 0;
      for (; passed < most && passed(); passed++) {
        number++;
        if (records.size() != columns.size()) {
          faults.accept(fault(records.size()));
        }
      }
      return passed;
    }

    private boolean passed() {
      if (ahead != null) {
        ahead = null;
        return true;
      }
      try {
        return records.pass();
      } catch (DelimitedRecords.Unreadable unreadable) {
        throw broken(unreadable);
      }
    }

    @Override
    public DataRow next() {
      String[] cells = ahead != null ? ahead : record();
      ahead = null;
      if (cells == null) {
        return null;
      }
      number++;
      int size = cells.length;
      if (size == columns.size()) {
        return new DataRow(number, List.of(cells), "");
      }
      String[] fitting = Arrays.copyOf(cells, columns.size());
      Arrays.fill(fitting, Math.min(size, fitting.length), fitting.length, "");
      return new DataRow(number, List.of(fitting), fault(size));
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

    private String[] record() {
      try {
        return records.next();
      } catch (DelimitedRecords.Unreadable unreadable) {
        throw broken(unreadable);
      }
    }

    /** Reads the file once more to tell where it goes wrong. */
    private BrokenData broken(DelimitedRecords.Unreadable unreadable) {
      close();
      try (Reader again = new BufferedReader(text(CodingErrorAction.REPLACE))) {
        return DelimitedFault.find(again, separator)
            .map(fault -> broken(reason(fault)))
            .orElseGet(() -> broken(unreadable.getMessage()));
      } catch (IOException gone) {
        return broken(unreadable.getMessage());
      }
    }

    private String reason(DelimitedFault fault) {
      String where = "row " + fault.row() + ", column " + fault.column() + ": ";
      return where
          + switch (fault.kind()) {
            case ENCODING -> "a character is not " + encoding.name() + "; name the file's encoding";
            case OPEN_QUOTE -> "a quote opens in line " + fault.line() + " and never closes";
            case BEHIND_QUOTE -> "behind a closing quote only a separator may follow";
          };
    }

    private BrokenData broken(String reason) {
      close();
      return new BrokenData(path + ", " + reason + ".");
    }

    @Override
    public void close() {
      try {
        records.close();
      } catch (IOException ignored) {
        // A file that was only read has nothing left to lose.
      }
    }
  }
}
