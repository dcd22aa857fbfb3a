package elmtable.server.store;

import elmtable.project.DocumentKind;
import elmtable.text.SourceText;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/**
 * Which files of separated values are documents: UTF-8 of no great length. Others are read only.
 */
public final class RecordsText {
  /** In bytes. A document that grows beyond it stays one. */
  public static final int LONGEST = 2_000_000;

  private RecordsText() {}

  /** The text of a file that can be a document; nothing for all others. */
  public static Optional<String> of(String path, byte[] bytes) {
    return DocumentKind.isRecords(path) && bytes.length <= LONGEST
        ? decoded(bytes)
        : Optional.empty();
  }

  private static Optional<String> decoded(byte[] bytes) {
    try {
      ByteBuffer all = ByteBuffer.wrap(bytes);
      return Optional.of(
          SourceText.normal(StandardCharsets.UTF_8.newDecoder().decode(all).toString()));
    } catch (CharacterCodingException otherEncoding) {
      return Optional.empty();
    }
  }
}
