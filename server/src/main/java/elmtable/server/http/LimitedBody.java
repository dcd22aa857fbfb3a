package elmtable.server.http;

import io.javalin.http.ContentTooLargeResponse;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/** A body that ends with an error where it is longer than a file may be. */
final class LimitedBody extends FilterInputStream {
  private static final long LONGEST = 200_000_000;

  private long left = LONGEST;

  LimitedBody(InputStream in) {
    super(in);
  }

  private int count(int read) {
    left -= Math.max(0, read);
    if (left < 0) {
      throw new ContentTooLargeResponse("A file may have 200 MB at most.");
    }
    return read;
  }

  @Override
  public int read() throws IOException {
    int read = super.read();
    count(read < 0 ? 0 : 1);
    return read;
  }

  @Override
  public int read(byte[] bytes, int from, int length) throws IOException {
    return count(super.read(bytes, from, length));
  }
}
