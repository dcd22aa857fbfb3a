package elmtable.data.shaping;

import elmtable.data.source.DataSource;

/**
 * A step on the way from a source to a data set's rows.
 *
 * @param name the property that asks for it, such as {@code where}
 * @param source the rows after it
 */
public record Stage(String name, DataSource source) {
  /** How many rows there are after it. Throws {@link BrokenDataException}. */
  public long count() {
    if (source.size().isPresent()) {
      return source.size().getAsLong();
    }
    return source.count(fault -> {});
  }
}
