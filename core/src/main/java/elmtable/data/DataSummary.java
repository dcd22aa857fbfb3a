package elmtable.data;

import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataSource;
import java.util.ArrayList;
import java.util.List;

/**
 * What reading a source once from end to end shows.
 *
 * @param faults what is wrong with rows, the first {@value #MOST_FAULTS} of them
 * @param broken why the source could not be read to its end, or the empty text; then nothing of it
 *     is used
 */
public record DataSummary(List<String> columns, long rows, List<String> faults, String broken) {
  public DataSummary {
    columns = List.copyOf(columns);
    faults = List.copyOf(faults);
  }

  static final int MOST_FAULTS = 20;

  /** Sources whose size is known and which have so many rows are not read for their faults. */
  private static final long LARGE = 200_000;

  public static DataSummary of(DataSource source) {
    List<String> faults = new ArrayList<>();
    try {
      if (source.size().isPresent() && source.size().getAsLong() > LARGE) {
        return new DataSummary(source.columns(), source.size().getAsLong(), List.of(), "");
      }
      long count =
          source.count(fault -> {
            if (faults.size() < MOST_FAULTS) {
              faults.add(fault);
            }
          });
      return new DataSummary(source.columns(), count, faults, "");
    } catch (BrokenDataException broken) {
      return new DataSummary(List.of(), 0, faults, broken.getMessage());
    }
  }
}
