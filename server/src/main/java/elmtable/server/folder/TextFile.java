package elmtable.server.folder;

import elmtable.project.DocumentKind;
import elmtable.text.SourceText;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFileAttributeView;

/**
 * A file's text as it is kept in memory, and the form that it keeps: its byte-order mark and its
 * usual line end.
 *
 * @param feedsInQuotes whether line breaks inside quotes stay single characters: spreadsheets write
 *     those of cells so, and those of rows as two
 */
record TextFile(String text, boolean marked, boolean carriageReturns, boolean feedsInQuotes) {
  /** What a new file is like. */
  static final TextFile NEW = new TextFile("", false, false, false);

  /** Throws {@link CharacterCodingException} where the file is not UTF-8. */
  static TextFile read(Path file) throws IOException {
    byte[] bytes = Files.readAllBytes(file);
    String raw = StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes)).toString();
    int feeds = count(raw, "\n");
    boolean carriageReturns = feeds > 0 && 2 * count(raw, "\r\n") > feeds;
    boolean feedsInQuotes =
        carriageReturns
            && count(raw, "\r\n") < feeds
            && DocumentKind.isRecords(file.getFileName().toString());
    return new TextFile(
        SourceText.normal(raw), raw.startsWith("\uFEFF"), carriageReturns, feedsInQuotes);
  }

  private static int count(String text, String part) {
    int count = 0;
    for (int at = text.indexOf(part); at >= 0; at = text.indexOf(part, at + part.length())) {
      count++;
    }
    return count;
  }

  /** Writes another text in the form of this one, as a whole or not at all. */
  void write(String changed, Path file, Path temporary) throws IOException {
    String ended = carriageReturns ? withReturns(changed) : changed;
    Files.createDirectories(temporary);
    Files.createDirectories(file.toAbsolutePath().getParent());
    Path beside = Files.createTempFile(temporary, "write-", "");
    try {
      Files.writeString(beside, marked ? "\uFEFF" + ended : ended);
      keepPermissions(file, beside);
      Files.move(beside, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
    } finally {
      Files.deleteIfExists(beside);
    }
  }

  private String withReturns(String changed) {
    if (!feedsInQuotes) {
      return changed.replace("\n", "\r\n");
    }
    StringBuilder ended = new StringBuilder();
    boolean quoted = false;
    for (char each : changed.toCharArray()) {
      quoted ^= each == '"';
      if (each == '\n' && !quoted) {
        ended.append('\r');
      }
      ended.append(each);
    }
    return ended.toString();
  }

  private static void keepPermissions(Path file, Path beside) throws IOException {
    PosixFileAttributeView to = Files.getFileAttributeView(beside, PosixFileAttributeView.class);
    if (to == null) {
      return;
    }
    if (Files.exists(file)) {
      to.setPermissions(Files.getPosixFilePermissions(file));
    } else {
      // Temporary files are for their owner only; a new document is like other new files.
      to.setPermissions(java.nio.file.attribute.PosixFilePermissions.fromString("rw-r--r--"));
    }
  }
}
