package elmtable.server.store;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("The folder of a server's data")
class DataFolderTest {
  private static final String DRIVER = "org.sqlite.tmpdir";

  @TempDir private Path project;

  private Path folder;

  /** Where other tests have the database's driver; null where they have none yet. */
  private String driver;

  @BeforeEach
  void prepare() throws IOException {
    driver = System.getProperty(DRIVER);
    folder = project.resolve(".elm/data");
    DataFolder.prepare(folder);
  }

  @AfterEach
  void putBack() {
    if (driver == null) {
      System.clearProperty(DRIVER);
    } else {
      System.setProperty(DRIVER, driver);
    }
  }

  private String refusal() {
    return assertThrows(StoreException.class, () -> DataFolder.lock(folder)).getMessage();
  }

  @Test
  void isLeftAloneByVersionControl() throws IOException {
    assertEquals("*\n", Files.readString(folder.resolve(".gitignore")));
    Files.writeString(folder.resolve(".gitignore"), "# as somebody wants it\n");
    DataFolder.prepare(folder);
    assertEquals("# as somebody wants it\n", Files.readString(folder.resolve(".gitignore")));
  }

  @Test
  void belongsToOneServerWhoseAddressIsTold() throws IOException {
    try (DataFolder own = DataFolder.lock(folder)) {
      assertTrue(refusal().contains("that is starting"), refusal());
      own.tell("http://127.0.0.1:8080");
      assertTrue(refusal().contains("the server at http://127.0.0.1:8080."), refusal());
    }
    DataFolder.lock(folder).close();
  }

  @Test
  void tellsNothingOfAServerThatWasKilled() throws IOException {
    Files.writeString(folder.resolve("server.address"), "http://127.0.0.1:9999");
    try (DataFolder own = DataFolder.lock(folder)) {
      assertTrue(refusal().contains("that is starting"), refusal());
    }
  }
}
