package elmtable.data.source;

/** A source that cannot be read on; the message names file, row and column. */
public sealed class BrokenDataException extends RuntimeException permits ReadingTime.OverException {
  private static final long serialVersionUID = 1;

  public BrokenDataException(String message) {
    super(message, null, false, false);
  }
}
