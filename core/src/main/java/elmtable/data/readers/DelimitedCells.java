package elmtable.data.readers;

import de.siegmar.fastcsv.reader.AbstractBaseCsvCallbackHandler;
import de.siegmar.fastcsv.reader.CsvParseException;
import elmtable.data.file.ReaderLimits;
import elmtable.text.SourceText;
import java.util.ArrayList;
import java.util.List;

/**
 * Makes the cells of a record, and counts the rows of the file up to it as a spreadsheet does:
 * lines without text are rows, too, though they are no records.
 */
final class DelimitedCells extends AbstractBaseCsvCallbackHandler<List<String>> {
  /** Characters of a record: some cells as long as the reader takes one. */
  private static final long LONGEST = 1L << 26;

  private List<String> cells = List.of();
  private long length;
  private long row;

  /** The row of the record that was made last, counted from 1; 0 before the first. */
  long row() {
    return row;
  }

  @Override
  protected void handleBegin(long line) {
    row++;
    length = 0;
    cells = new ArrayList<>(cells.size());
  }

  @Override
  protected void handleField(int index, char[] buffer, int from, int size, boolean quoted) {
    length += size;
    if (index >= ReaderLimits.MOST_COLUMNS || length > LONGEST) {
      throw new CsvParseException("a row is too long");
    }
    String cell = new String(buffer, from, size);
    // Line breaks inside cells are what a page shows for them, whoever wrote the file.
    cells.add(quoted ? SourceText.withLineFeeds(cell) : cell);
  }

  @Override
  protected List<String> buildRecord() {
    return cells;
  }
}
