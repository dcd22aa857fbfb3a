package elmtable.data.source;

/** Rows one after another, read as they are asked for. */
public interface Rows extends AutoCloseable {
  /**
   * The next row, or null behind the last. Throws {@link BrokenDataException} where the source
   * cannot be read on.
   */
  DataRow next();

  @Override
  void close();
}
