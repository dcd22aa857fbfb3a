package elmtable.server.store;

import elmtable.text.Digest;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.util.HexFormat;

/** Files that are named by their content, so that the same bytes are kept once. */
final class ContentFiles {
  private final Path folder;

  ContentFiles(Path folder) {
    this.folder = folder;
  }

  /** What was kept: the SHA-256 of its bytes, and how many there are. */
  record Kept(String hash, long size) {}

  Kept keep(InputStream in) throws IOException {
    Files.createDirectories(folder);
    Path partial = Files.createTempFile(folder, "partial-", "");
    MessageDigest digest = Digest.sha256();
    long size;
    try (OutputStream out = Files.newOutputStream(partial)) {
      size = new DigestInputStream(in, digest).transferTo(out);
    } catch (IOException full) {
      Files.deleteIfExists(partial);
      throw full;
    }
    String hash = HexFormat.of().formatHex(digest.digest());
    Path target = path(hash);
    Files.createDirectories(target.getParent());
    Files.move(partial, target, StandardCopyOption.REPLACE_EXISTING);
    return new Kept(hash, size);
  }

  InputStream open(String hash) throws IOException {
    return Files.newInputStream(path(hash));
  }

  Path path(String hash) {
    return folder.resolve(hash.substring(0, 2)).resolve(hash.substring(2));
  }
}
