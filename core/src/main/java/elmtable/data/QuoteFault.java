package elmtable.data;

import java.io.IOException;
import java.io.Reader;

/** Finds the column at which quotes in a file of separated values go wrong. */
final class QuoteFault {
  private QuoteFault() {}

  /**
   * The column, counted from 1, of the first fault at or after a row, counted from 1; 1 where there
   * is none.
   */
  static int column(Reader reader, long fromRow, char separator) throws IOException {
    long row = 1;
    int column = 1;
    boolean quoted = false;
    boolean closed = false;
    boolean start = true;
    for (int c = reader.read(); c >= 0; c = reader.read()) {
      if (quoted) {
        quoted = c != '"';
        closed = !quoted;
        continue;
      }
      if (c == '"' && closed) {
        // Two quotes inside a quoted field stand for one.
        quoted = true;
        closed = false;
      } else if (c == '"' && start) {
        quoted = true;
        start = false;
      } else if (c == separator) {
        column++;
        start = true;
        closed = false;
      } else if (c == '\n') {
        row++;
        column = 1;
        start = true;
        closed = false;
      } else if (closed && c != '\r' && c != ' ' && row >= fromRow) {
        return column;
      } else {
        start = false;
      }
    }
    return column;
  }
}
