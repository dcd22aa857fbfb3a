package elmtable.data.readers;

import java.io.IOException;
import java.io.InputStream;
import java.io.PushbackInputStream;

/** The UTF-8 byte-order mark that some programs write at a file's start. */
final class ByteOrderMark {
  private ByteOrderMark() {}

  static InputStream skip(InputStream in) throws IOException {
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
}
