package elmtable.data.proposal;

import elmtable.data.DataSummary;
import java.util.List;

/**
 * A data set that could be made of a file, or of a part of it.
 *
 * @param name what it could be called
 * @param properties the lines under its header, {@code word: value} each
 * @param first its first rows
 */
public record DataProposal(
    String name, List<String> properties, DataSummary summary, List<List<String>> first) {
  public DataProposal {
    properties = List.copyOf(properties);
    first = List.copyOf(first);
  }
}
