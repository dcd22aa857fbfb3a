package elmtable.data;

import de.siegmar.fastcsv.reader.AbstractBaseCsvCallbackHandler;
import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import java.io.IOException;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.Iterator;

/**
 * The records of a file of separated values, read by FastCSV. That one takes a quote that nobody
 * closes as closed by the file's end; a mark behind the end shows whether it was.
 */
final class DelimitedRecords implements AutoCloseable {
  /** No character (Unicode 16, section 23.7), so that no record of a file ends like this. */
  private static final char MARK = '\uFFFF';

  private final CsvReader<String[]> reader;
  private final Iterator<String[]> records;
  private final Cells cells = new Cells();

  DelimitedRecords(Reader text, char separator) {
    reader =
        CsvReader.builder()
            .fieldSeparator(separator)
            .allowExtraFields(true)
            .allowMissingFields(true)
            .build(cells, new Marked(text));
    records = reader.iterator();
  }

  /** A record could not be read. */
  static final class Unreadable extends Exception {
    private static final long serialVersionUID = 1L;

    Unreadable(String message, Throwable cause) {
      super(message, cause);
    }
  }

  /** The cells of the next record, or null behind the last. */
  String[] next() throws Unreadable {
    cells.passing = false;
    return read() ? cells.now : null;
  }

  /** Passes over a record; tells whether there was one. */
  boolean pass() throws Unreadable {
    cells.passing = true;
    return read();
  }

  /** How many cells the last record had. */
  int size() {
    return cells.size;
  }

  private boolean read() throws Unreadable {
    try {
      records.next();
      if (!cells.marked || records.hasNext()) {
        return true;
      }
      if (cells.markQuoted) {
        throw new Unreadable("a quote is never closed", null);
      }
      return false;
    } catch (CsvParseException | UncheckedIOException failed) {
      Throwable cause = failed.getCause() == null ? failed : failed.getCause();
      throw new Unreadable(String.valueOf(cause.getMessage()), failed);
    }
  }

  @Override
  public void close() throws IOException {
    reader.close();
  }

  /** Keeps the cells of a record, or only counts them. */
  private static final class Cells extends AbstractBaseCsvCallbackHandler<String[]> {
    private static final String[] NONE = {};

    private boolean passing;
    private String[] now = NONE;
    private int size;
    private boolean marked;
    private boolean markQuoted;

    @Override
    protected void handleBegin(long line) {
      marked = false;
      if (!passing) {
        now = new String[size];
      }
    }

    @Override
    protected void handleField(int at, char[] text, int from, int length, boolean quoted) {
      marked = length > 0 && text[from + length - 1] == MARK;
      markQuoted = quoted;
      if (passing) {
        return;
      }
      if (at >= now.length) {
        now = Arrays.copyOf(now, Math.max(8, 2 * at));
      }
      now[at] = new String(text, from, length);
    }

    @Override
    protected String[] buildRecord() {
      size = getFieldCount();
      if (!passing && now.length != size) {
        now = Arrays.copyOf(now, size);
      }
      return now;
    }
  }

  /** A text with the mark as a record of its own behind it. */
  private static final class Marked extends Reader {
    private static final String END = "\n" + MARK;

    private final Reader text;
    private int given = -1;

    Marked(Reader text) {
      this.text = text;
    }

    @Override
    public int read(char[] into, int from, int length) throws IOException {
      if (given < 0) {
        int read = text.read(into, from, length);
        if (read >= 0) {
          return read;
        }
        given = 0;
      }
      int left = Math.min(length, END.length() - given);
      if (left == 0) {
        return -1;
      }
      END.getChars(given, given + left, into, from);
      given += left;
      return left;
    }

    @Override
    public void close() throws IOException {
      text.close();
    }
  }
}
