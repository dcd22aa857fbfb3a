package elmtable.server.view;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import elmtable.block.DataBlock;
import elmtable.data.DataSets;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.Rows;
import elmtable.language.Line;
import elmtable.project.Project;
import elmtable.project.entry.DataEntry;
import elmtable.server.message.DataMessages.ReplacedSet;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Optional;

/** What another file in the place of one changes in the data sets that read it. */
public final class ReplacementViews {
  /** Of more rows, only the first are compared. */
  private static final int MOST_ROWS = 5_000;

  private static final String SQLITE = "^jdbc:sqlite:";

  private ReplacementViews() {}

  /**
   * @param before the project as it is
   * @param after the same with the other file
   */
  public static List<ReplacedSet> of(Project before, Project after, String path) {
    return before.index().dataSets().stream()
        .filter(entry -> fileOf(entry).filter(path::equals).isPresent())
        .map(entry -> set(entry, read(before, entry), read(after, entry)))
        .toList();
  }

  /** The path of the file that a data set reads, if it reads one. */
  static Optional<String> fileOf(DataEntry entry) {
    DataBlock block = new DataBlock(entry.located().block());
    return block
        .from()
        .map(Line.Property::value)
        .or(() -> block.database().map(line -> line.value().replaceFirst(SQLITE, "")));
  }

  private static ReplacedSet set(DataEntry entry, Read before, Read after) {
    return new ReplacedSet(
        entry.name(),
        before.rows,
        after.rows,
        before.whole && after.whole ? null : MOST_ROWS,
        after.broken);
  }

  /** Rows as CSV, or why there are none. */
  private record Read(String rows, boolean whole, String broken) {}

  private static Read read(Project project, DataEntry entry) {
    DataSets.Reading reading = project.dataSet(entry);
    if (reading.source().isEmpty()) {
      return new Read("", true, reading.problems().get(0).message());
    }
    try {
      return read(reading.source().get());
    } catch (BrokenDataException broken) {
      return new Read("", true, broken.getMessage());
    }
  }

  private static Read read(DataSource source) {
    StringWriter text = new StringWriter();
    boolean whole = true;
    try (CsvWriter csv = CsvWriter.builder().lineDelimiter(LineDelimiter.LF).build(text);
        Rows rows = source.open()) {
      csv.writeRecord(source.columns());
      int count = 0;
      for (DataRow row = rows.next(); row != null && whole; row = rows.next()) {
        whole = ++count <= MOST_ROWS;
        if (whole) {
          csv.writeRecord(row.cells().stream().map(cell -> source.literal(cell).text()).toList());
        }
      }
    } catch (IOException impossible) {
      throw new UncheckedIOException(impossible);
    }
    return new Read(text.toString(), whole, null);
  }
}
