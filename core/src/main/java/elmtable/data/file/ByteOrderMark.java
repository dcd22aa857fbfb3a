package elmtable.data.file;

import java.io.IOException;
import java.io.InputStream;
import java.io.PushbackInputStream;
import java.io.PushbackReader;
import java.io.Reader;

/** The byte-order mark that some programs write at a file's start. */
public final class ByteOrderMark {
  private static final char MARK = '\uFEFF';

  private ByteOrderMark() {}

  /** Passes over the mark of UTF-8. */
  public static InputStream skip(InputStream in) throws IOException {
    PushbackInputStream pushback = new PushbackInputStream(in, 3);
    byte[] start = pushback.readNBytes(3);
    boolean mark =
        start.length == 3
            && start[0] == (byte) 0xEF
            && start[1] == (byte) 0xBB
            && start[2] == (byte) 0xBF;
    if (!mark) {
      pushback.unread(start);
    }
    return pushback;
  }

  /** Passes over the mark of a text, whatever it is encoded in. */
  public static Reader skip(Reader text) throws IOException {
    PushbackReader pushback = new PushbackReader(text, 1);
    int first = pushback.read();
    if (first >= 0 && first != MARK) {
      pushback.unread(first);
    }
    return pushback;
  }
}
