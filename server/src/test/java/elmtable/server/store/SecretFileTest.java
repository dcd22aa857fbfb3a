package elmtable.server.store;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Secrets that were typed in. */
class SecretFileTest {
  @TempDir private Path folder;

  @Test
  void aSecretIsFoundAgainByItsEnvironmentAndName() {
    SecretFile secrets = SecretFile.in(folder);
    assertEquals(Optional.empty(), secrets.find("local", "password"));
    secrets.put("local", "Password", "celadon");
    secrets.put("slow line", "password", "raku");
    SecretFile again = SecretFile.in(folder);
    assertEquals(Optional.of("celadon"), again.find("LOCAL", "password"));
    assertEquals(Optional.of("raku"), again.find("slow line", "password"));
    again.put("local", "password", "");
    assertEquals(Optional.empty(), secrets.find("local", "password"));
  }

  @Test
  void noFileTellsIt() throws IOException {
    SecretFile.in(folder).put("local", "password", "celadon");
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        String content = new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1);
        assertFalse(content.contains("celadon"), file::toString);
      }
    }
  }

  @Test
  void aFileThatWasChangedIsSaid() throws IOException {
    SecretFile secrets = SecretFile.in(folder);
    secrets.put("local", "password", "celadon");
    Path file = folder.resolve("secrets/typed.secrets");
    byte[] content = Files.readAllBytes(file);
    content[content.length - 1] ^= 1;
    Files.write(file, content);
    assertThrows(StoreException.class, () -> secrets.find("local", "password"));
  }
}
