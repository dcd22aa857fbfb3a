package elmtable.data;

import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.ReadingTime;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;

/**
 * What a look at a source shows. It goes to the end of the rows, but takes no longer than two
 * seconds.
 *
 * @param rows how many there are; 1 where it is not {@code whole} and nobody knows
 * @param faults rows that are not sound, the first {@value #MOST_FAULTS} of them
 * @param broken why the source could not be read to its end, or the empty text; then nothing of it
 *     is used
 * @param whole whether it was looked at to its end
 */
public record DataSummary(
    List<String> columns, long rows, List<DataRow> faults, String broken, boolean whole) {
  public DataSummary {
    columns = List.copyOf(columns);
    faults = List.copyOf(faults);
  }

  static final int MOST_FAULTS = 20;
  private static final Duration MOST_TIME = Duration.ofSeconds(2);

  /** Sources whose size is known and which have so many rows are not read for their faults. */
  private static final long LARGE = 200_000;

  /** Of a source that cannot be used. */
  public static DataSummary broken(String reason) {
    return new DataSummary(List.of(), 0, List.of(), reason, true);
  }

  public static DataSummary of(DataSource source) {
    List<DataRow> faults = new ArrayList<>();
    try {
      if (source.size().isPresent() && source.size().getAsLong() > LARGE) {
        return new DataSummary(source.columns(), source.size().getAsLong(), List.of(), "", true);
      }
      long count = ReadingTime.within(MOST_TIME, () -> source.count(row -> add(row, faults)));
      return new DataSummary(source.columns(), count, faults, "", true);
    } catch (ReadingTime.OverException over) {
      return new DataSummary(source.columns(), 1, faults, "", false);
    } catch (BrokenDataException broken) {
      return new DataSummary(List.of(), 0, faults, broken.getMessage(), true);
    }
  }

  private static void add(DataRow row, List<DataRow> faults) {
    if (faults.size() < MOST_FAULTS) {
      faults.add(row);
    }
  }
}
