package elmtable.webdriver;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.browser.BrowserException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** Programs that behave as drivers do, or do not. */
class DriverProcessTest {
  @TempDir private Path folder;

  private Path program(String script) throws IOException {
    Path program = folder.resolve("driver");
    Files.writeString(program, "#!/bin/sh\n" + script + "\n");
    return Files.setPosixFilePermissions(program, PosixFilePermissions.fromString("rwx------"));
  }

  @Test
  void itsAddressIsWhereItSaysThatItListens() throws IOException {
    try (DriverProcess driver =
        DriverProcess.start(
            program("echo chatter; echo it started successfully on port 4711.; exec sleep 60"))) {
      assertEquals("http://127.0.0.1:4711", driver.address().toString());
    }
  }

  @Test
  void closingItEndsWhateverItStartedAndRemovesItsFolder() throws Exception {
    String script =
        """
        sleep 60 &
        echo $! > "%s/child"
        touch "$TMPDIR/profile"
        echo started successfully on port 1
        wait
        """;
    DriverProcess driver = DriverProcess.start(program(script.formatted(folder)));
    long child = Long.parseLong(Files.readString(folder.resolve("child")).strip());
    assertTrue(Files.exists(driver.folder().resolve("profile")));
    ProcessHandle started = ProcessHandle.of(child).orElseThrow();
    driver.close();
    started.onExit().get(10, TimeUnit.SECONDS);
    assertFalse(started.isAlive());
    assertFalse(Files.exists(driver.folder()));
  }

  /** At once, and not when a minute without its address is over. */
  @Test
  @Timeout(30)
  void oneThatEndsBeforeItListensIsRefusedWithWhatItSaid() throws IOException {
    Path program = program("echo cannot listen; exit 3");
    BrowserException refused =
        assertThrows(BrowserException.class, () -> DriverProcess.start(program));
    assertEquals(
        "The driver " + program + " did not start: it ended with “cannot listen”.",
        refused.getMessage());
    assertEquals(BrowserException.Kind.LOST, refused.kind());
  }

  @Test
  @Timeout(30)
  void oneThatIsNotThereIsRefusedByName() {
    Path nowhere = folder.resolve("nowhere");
    assertTrue(
        assertThrows(BrowserException.class, () -> DriverProcess.start(nowhere))
            .getMessage()
            .contains(nowhere.toString()));
  }
}
