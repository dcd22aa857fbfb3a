package elmtable.data.file;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/**
 * Stops an entry of an archive that grows far beyond what it takes in the file, as one made to fill
 * the memory does.
 */
public final class InflationGuard extends FilterInputStream {
  /** The growth that an entry may have once it is larger than {@link #HARMLESS}. */
  private static final long MOST_GROWTH = 200;

  private static final long HARMLESS = 20_000_000;

  /** An entry unpacks to more than it may. */
  public static final class TooMuchException extends IOException {
    private static final long serialVersionUID = 1L;
  }

  private final long most;
  private long read;

  /**
   * @param packed how many bytes the entry, or all of the archive, takes
   */
  public InflationGuard(InputStream in, long packed) {
    super(in);
    most = Math.max(HARMLESS, packed * MOST_GROWTH);
  }

  @Override
  public int read() throws IOException {
    int next = super.read();
    count(next < 0 ? 0 : 1);
    return next;
  }

  @Override
  public int read(byte[] into, int offset, int length) throws IOException {
    int got = super.read(into, offset, length);
    count(Math.max(0, got));
    return got;
  }

  private void count(int bytes) throws IOException {
    read += bytes;
    if (read > most) {
      throw new TooMuchException();
    }
  }
}
