package elmtable.server.store;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("Values that runs keep for later ones")
class KeptValuesFileTest {
  @TempDir private Path folder;

  private Path file;
  private KeptValuesFile values;

  @BeforeEach
  void begin() {
    file = folder.resolve("data").resolve(KeptValuesFile.NAME);
    values = new KeptValuesFile(file);
  }

  @Test
  void areThereForWhoeverReadsTheFile() {
    assertEquals(Optional.empty(), values.find("local", "last booking"));
    values.keep("local", "last booking", "EK-1");
    values.keep("staging", "last booking", "EK-2");
    KeptValuesFile another = new KeptValuesFile(file);
    assertEquals(Optional.of("EK-1"), another.find("local", "Last  Booking"));
    assertEquals(Optional.of("EK-2"), another.find("staging", "last booking"));
  }

  @Test
  void areReplacedHoweverTheirNameIsWritten() {
    values.keep("local", "last booking", "EK-1");
    values.keep("local", "Last Booking", "EK-9");
    assertEquals(Map.of("local", Map.of("Last Booking", "EK-9")), values.all());
  }

  @Test
  void areForgottenByNameByEnvironmentOrAll() {
    values.keep("local", "a", "1");
    values.keep("local", "b", "2");
    values.keep("staging", "a", "3");
    values.keep("staging", "b", "4");
    assertEquals(1, values.forget("Local", "A"));
    assertEquals(Optional.empty(), values.find("local", "a"));
    assertEquals(1, values.forget("local", ""));
    assertEquals(1, values.forget("", "a"));
    assertEquals(Map.of("staging", Map.of("b", "4")), values.all());
    assertEquals(1, values.forget("", ""));
    assertEquals(0, values.forget("", ""));
  }

  @Test
  void thatCannotBeReadAreNotOverwritten() throws IOException {
    Files.createDirectories(file.getParent());
    Files.writeString(file, "{\"local\": ");
    StoreException refused =
        assertThrows(StoreException.class, () -> values.keep("local", "a", "1"));
    assertTrue(refused.getMessage().contains("values.json"), refused.getMessage());
    assertEquals("{\"local\": ", Files.readString(file));
  }
}
