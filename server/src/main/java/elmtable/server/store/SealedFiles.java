package elmtable.server.store;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.HexFormat;
import javax.crypto.Cipher;
import javax.crypto.Mac;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Files that only this folder's owner can read: each is encrypted (AES-256 in GCM, NIST SP 800-38D,
 * with a fresh 96-bit nonce before it), and names are HMACs (RFC 2104, SHA-256). Both are made with
 * a secret in a file beside them.
 */
final class SealedFiles {
  private static final Logger LOG = LoggerFactory.getLogger(SealedFiles.class);
  private static final String SECRET = "secret";
  private static final int SECRET_BYTES = 32;
  private static final int NONCE_BYTES = 12;
  private static final int TAG_BITS = 128;

  private final Path folder;
  private final SecureRandom random = new SecureRandom();
  private byte[] secret;

  /**
   * @param folder is made when something is written
   */
  SealedFiles(Path folder) {
    this.folder = folder;
  }

  /** A name that tells nothing of a key. */
  String nameOf(String key) {
    try {
      Mac mac = Mac.getInstance("HmacSHA256");
      mac.init(new SecretKeySpec(secret("name"), "HmacSHA256"));
      return HexFormat.of().formatHex(mac.doFinal(key.getBytes(StandardCharsets.UTF_8)));
    } catch (GeneralSecurityException missing) {
      throw new IllegalStateException(missing);
    }
  }

  /** A key of its own for each use, made of the one secret. */
  private byte[] secret(String use) throws GeneralSecurityException {
    Mac mac = Mac.getInstance("HmacSHA256");
    mac.init(new SecretKeySpec(secret(), "HmacSHA256"));
    return mac.doFinal(use.getBytes(StandardCharsets.UTF_8));
  }

  /** Two programs that make it at once have the same one in the end. */
  private byte[] secret() {
    if (secret != null) {
      return secret;
    }
    Path file = folder.resolve(SECRET);
    try {
      Files.createDirectories(folder);
      Files.writeString(folder.resolve(".gitignore"), "*\n");
      if (!Files.exists(file)) {
        byte[] made = new byte[SECRET_BYTES];
        random.nextBytes(made);
        create(file, made);
      }
      secret = Files.readAllBytes(file);
      return secret;
    } catch (IOException failed) {
      throw new StoreException("The secret in " + folder + " cannot be read or made.", failed);
    }
  }

  private static void create(Path file, byte[] content) throws IOException {
    try {
      if (file.getFileSystem().supportedFileAttributeViews().contains("posix")) {
        Files.createFile(
            file,
            PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        Files.write(file, content);
      } else {
        Files.write(file, content, StandardOpenOption.CREATE_NEW);
      }
    } catch (FileAlreadyExistsException made) {
      LOG.debug("Another program made the secret", made);
    }
  }

  void write(Path file, byte[] content) throws IOException {
    try {
      byte[] nonce = new byte[NONCE_BYTES];
      random.nextBytes(nonce);
      byte[] sealed = cipher(Cipher.ENCRYPT_MODE, nonce).doFinal(content);
      Path beside = Files.createTempFile(folder, "new", null);
      Files.write(
          beside, ByteBuffer.allocate(nonce.length + sealed.length).put(nonce).put(sealed).array());
      Files.move(beside, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
    } catch (GeneralSecurityException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  /** Throws {@link IOException} also where a file was changed or made with another secret. */
  byte[] read(Path file) throws IOException {
    byte[] all = Files.readAllBytes(file);
    try {
      byte[] nonce = Arrays.copyOf(all, NONCE_BYTES);
      return cipher(Cipher.DECRYPT_MODE, nonce)
          .doFinal(all, NONCE_BYTES, Math.max(0, all.length - NONCE_BYTES));
    } catch (GeneralSecurityException | IllegalArgumentException unreadable) {
      throw new IOException(file + " was not made with the secret beside it", unreadable);
    }
  }

  private Cipher cipher(int mode, byte[] nonce) throws GeneralSecurityException {
    Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
    cipher.init(
        mode, new SecretKeySpec(secret("content"), "AES"), new GCMParameterSpec(TAG_BITS, nonce));
    return cipher;
  }
}
