package elmtable.data;

/** Rows one after another, read as they are asked for. */
public interface Rows extends AutoCloseable {
  /**
   * The next row, or null behind the last. Throws {@link BrokenData} where the source cannot be
   * read on.
   */
  DataRow next();

  /** Passes over rows; less than all of them where there are not so many. */
  default void skip(long count) {
    for (long i = 0; i < count && next() != null; i++) {}
  }

  @Override
  void close();
}
