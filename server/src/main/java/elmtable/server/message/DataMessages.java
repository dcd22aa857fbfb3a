package elmtable.server.message;

import java.util.List;

/** Data sets with what happens to their rows. */
public final class DataMessages {
  private DataMessages() {}

  /**
   * @param from the set that the column comes from, where several are combined
   * @param numeric whether all of its cells that are shown are numbers
   * @param unused whether no case uses it
   */
  public record DataColumn(
      String name, @Nullable String from, boolean numeric, @Nullable Boolean unused) {}

  /** A set that goes into a combination. */
  public record DataPart(String name, @Nullable Long rows) {}

  /**
   * A step on the way from the source to the rows.
   *
   * @param word the property that asks for it
   * @param said what the property says
   * @param rows how many there are after it; left out where that takes too long to find out
   */
  public record DataStage(String word, String said, @Nullable Long rows) {}

  /**
   * @param number counts from 1
   * @param fault why the row is not sound
   * @param leftOut whether the condition leaves it out; it is shown on wish
   * @param inFile the record of the file that it is, from 0 on, where the file can be edited
   */
  public record DataRowView(
      long number,
      List<String> cells,
      @Nullable String fault,
      @Nullable Boolean leftOut,
      @Nullable Long inFile) {}

  /**
   * What a data set has of a file and would have of another one in its place.
   *
   * @param before its rows as CSV, with the names of its columns
   * @param compared how many rows were compared, where there are more
   * @param broken why it could not be read any more
   */
  public record ReplacedSet(
      String name,
      String before,
      String after,
      @Nullable Integer compared,
      @Nullable String broken) {}

  /**
   * A data set that could be made of a file.
   *
   * @param properties the lines under its header
   * @param rows how many there are; left out where that takes too long to find out
   * @param first the first rows
   * @param fault what is wrong with the first row that is not sound
   * @param broken why it cannot be read
   */
  public record ProposedSet(
      String name,
      List<String> properties,
      List<String> columns,
      @Nullable Long rows,
      List<List<String>> first,
      @Nullable String fault,
      @Nullable String broken) {}

  /**
   * @param path where the file would lie; free, while the one asked for may not be
   * @param parts how many parts the file has; of very many, the first are sets
   */
  public record FileProposals(String path, int parts, List<ProposedSet> sets) {}

  /**
   * Some rows of a data set.
   *
   * @param source in words, such as the path of its file
   * @param file the path of its file, where that can be edited as a document
   * @param upload the path of its file, where that can only be replaced as a whole
   * @param rows how many there are in all; left out where that takes too long to find out
   * @param leftOut how many rows its condition leaves out, where they can be shown among the others
   * @param broken why it cannot be read; then it has no rows here
   */
  public record DataSetView(
      String name,
      String note,
      String path,
      int line,
      String source,
      @Nullable String file,
      @Nullable String upload,
      List<DataPart> parts,
      List<DataStage> stages,
      List<DataColumn> columns,
      @Nullable Long rows,
      @Nullable Long leftOut,
      List<DataRowView> shown,
      @Nullable String broken) {}
}
