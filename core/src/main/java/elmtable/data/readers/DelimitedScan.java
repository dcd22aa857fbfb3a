package elmtable.data.readers;

import java.io.IOException;
import java.io.Reader;

/**
 * Passes over the records of a file of separated values (RFC 4180) without making their cells: to
 * count them, and to tell where the file goes wrong. A line without text is not a record, but a row
 * of the file, as in a spreadsheet.
 */
final class DelimitedScan {
  /** No character (Unicode 16, section 23.7), so that no text holds it. */
  static final char FOREIGN = '\uFFFE';

  enum FaultKind {
    /** Something other than a separator follows a closing quote. */
    BEHIND_QUOTE,
    OPEN_QUOTE,
    ENCODING
  }

  /** The first place at which the file goes wrong; all counted from 1. */
  static final class FaultException extends Exception {
    private static final long serialVersionUID = 1L;
    private final FaultKind kind;
    private final long row;
    private final int column;
    private final long line;

    private FaultException(FaultKind kind, long row, int column, long line) {
      super(kind.name(), null, false, false);
      this.kind = kind;
      this.row = row;
      this.column = column;
      this.line = line;
    }

    FaultKind kind() {
      return kind;
    }

    long row() {
      return row;
    }

    int column() {
      return column;
    }

    /** Where the faulty cell begins. */
    long line() {
      return line;
    }
  }

  private static final int END = -1;
  private static final int BUFFER = 1 << 14;

  private final Reader text;
  private final char separator;
  private final char[] buffer = new char[BUFFER];
  private int at;
  private int end;
  private long row;
  private int column;
  private long line = 1;
  private long begun;

  /**
   * @param text one that gives {@link #FOREIGN} where a character is none of its encoding
   */
  DelimitedScan(Reader text, char separator) {
    this.text = text;
    this.separator = separator;
  }

  /** How many cells the next record has; 0 behind the last. */
  int next() throws IOException, FaultException {
    while (true) {
      row++;
      column = 1;
      int first = read();
      int behind = cell(first);
      while (behind == separator) {
        column++;
        behind = cell(read());
      }
      line++;
      if (behind == '\r' && read() != '\n') {
        back();
      }
      if (column > 1 || first != behind) {
        return column;
      }
      if (behind == END) {
        return 0;
      }
    }
  }

  /** The row of the record that was passed over last, counted from 1. */
  long row() {
    return row;
  }

  /** Passes over a cell; gives the character behind it. */
  private int cell(int first) throws IOException, FaultException {
    begun = line;
    int c = first;
    if (c == '"') {
      c = quoted();
      if (!endsCell(c)) {
        throw fault(FaultKind.BEHIND_QUOTE);
      }
      return c;
    }
    while (!endsCell(c)) {
      skipPlain();
      c = read();
    }
    return c;
  }

  /** Passes over what is in the buffer and neither ends a cell nor is foreign. */
  private void skipPlain() {
    char[] chars = buffer;
    int i = at;
    while (i < end && chars[i] > '\r' && chars[i] != separator && chars[i] != FOREIGN) {
      i++;
    }
    at = i;
  }

  /** Passes over what is in the buffer and stands for itself between quotes. */
  private void skipQuoted() {
    char[] chars = buffer;
    int i = at;
    while (i < end && chars[i] > '"' && chars[i] != FOREIGN) {
      i++;
    }
    at = i;
  }

  private int quoted() throws IOException, FaultException {
    while (true) {
      skipQuoted();
      int c = read();
      if (c == '"') {
        int behind = read();
        // Two quotes stand for one.
        if (behind != '"') {
          return behind;
        }
      } else if (c == '\n') {
        line++;
      } else if (c == END) {
        throw fault(FaultKind.OPEN_QUOTE);
      }
    }
  }

  private boolean endsCell(int c) {
    return c == separator || c == '\n' || c == '\r' || c == END;
  }

  private int read() throws IOException, FaultException {
    if (at == end) {
      end = Math.max(0, text.read(buffer, 0, BUFFER));
      at = 0;
      if (end == 0) {
        return END;
      }
    }
    char c = buffer[at++];
    if (c == FOREIGN) {
      throw fault(FaultKind.ENCODING);
    }
    return c;
  }

  /** What was read last is read again; nothing is where it was the end. */
  private void back() {
    at = Math.max(0, at - 1);
  }

  private FaultException fault(FaultKind kind) {
    return new FaultException(kind, row, column, begun);
  }
}
