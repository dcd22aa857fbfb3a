package elmtable.text;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** SHA-256 in hexadecimal digits. */
public final class Digest {
  private Digest() {}

  public static String of(String text) {
    return of(text.getBytes(StandardCharsets.UTF_8));
  }

  public static String of(byte[] bytes) {
    return HexFormat.of().formatHex(sha256().digest(bytes));
  }

  /** For what comes in parts. */
  public static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException impossible) {
      throw new IllegalStateException("Every Java platform has SHA-256", impossible);
    }
  }
}
