package elmtable.plan;

import elmtable.project.entry.CaseEntry;
import elmtable.text.Names;
import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import org.apache.commons.codec.digest.MurmurHash3;

/**
 * Makes the identities of a case's executable cases in one setting: a digest of document, case,
 * row, environment and browser, so that one is recognised from run to run even when rows move.
 * MurmurHash3 (x64, 128 bits, of which 64 are shown) is enough, as nobody gains by making two of
 * them equal.
 */
final class Identity {
  private static final HexFormat HEX = HexFormat.of();

  private final long start;

  Identity(CaseEntry entry, RunTarget target) {
    String all =
        String.join(
            "\n", entry.path(), Names.key(entry.name()), target.environment(), target.browser());
    start = MurmurHash3.hash128x64(all.getBytes(StandardCharsets.UTF_8))[0];
  }

  /**
   * @param rowKey what tells the row from others
   * @param times how often the same row came, this time included
   */
  String of(String rowKey, int times) {
    byte[] text = rowKey.getBytes(StandardCharsets.UTF_8);
    long[] both = MurmurHash3.hash128x64(text, 0, text.length, (int) (start >>> 32));
    return HEX.toHexDigits(both[0] ^ start ^ (times - 1) * 0x9E3779B97F4A7C15L);
  }
}
