package elmtable.plan;

import elmtable.project.CaseEntry;
import elmtable.text.Names;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/**
 * Makes the identities of a case's executable cases: a digest of document, case, row, environment
 * and browser, so that one is recognised from run to run even when rows move.
 */
final class Identity {
  private static final HexFormat HEX = HexFormat.of();

  private final MessageDigest digest;
  private final byte[] start;

  Identity(CaseEntry entry) {
    try {
      digest = MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException impossible) {
      throw new IllegalStateException(impossible);
    }
    start = (entry.path() + "\n" + Names.key(entry.name()) + "\n").getBytes(StandardCharsets.UTF_8);
  }

  String of(String row, Setting setting) {
    digest.update(start);
    digest.update(
        (row + "\n" + setting.environment() + "\n" + setting.browser())
            .getBytes(StandardCharsets.UTF_8));
    return HEX.formatHex(digest.digest(), 0, 8);
  }
}
