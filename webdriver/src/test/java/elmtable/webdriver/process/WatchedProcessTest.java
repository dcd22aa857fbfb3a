package elmtable.webdriver.process;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.browser.BrowserException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** Programs that behave as drivers do, or do not. */
class WatchedProcessTest {
  @TempDir private Path folder;

  private Path program(String script) throws IOException {
    Path program = folder.resolve("driver");
    Files.writeString(program, "#!/bin/sh\n" + script + "\n");
    return Files.setPosixFilePermissions(program, PosixFilePermissions.fromString("rwx------"));
  }

  private static WatchedProcess start(Path program) {
    Pattern listening = Pattern.compile("started successfully on port (\\d+)");
    return WatchedProcess.start(program, folder -> List.of(), listening);
  }

  @Test
  void itsAddressIsWhereItSaysThatItListens() throws IOException {
    try (WatchedProcess driver =
        start(program("echo chatter; echo it started successfully on port 4711.; exec sleep 60"))) {
      assertEquals("4711", driver.address());
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
    WatchedProcess driver = start(program(script.formatted(folder)));
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
    BrowserException refused = assertThrows(BrowserException.class, () -> start(program));
    assertEquals(
        "The program " + program + " did not start: it ended with “cannot listen”.",
        refused.getMessage());
    assertEquals(BrowserException.Kind.LOST, refused.kind());
  }

  /** A driver that listens on both kinds of address may find its port taken on the second. */
  @Test
  @Timeout(30)
  void oneWhosePortWasTakenMeanwhileIsStartedAgain() throws IOException {
    String script =
        """
        echo start >> "%1$s/starts"
        test "$(wc -l < "%1$s/starts")" -lt 3 && echo "IPv4 port not available. Exiting..." && exit 1
        echo started successfully on port 4711
        exec sleep 60
        """;
    try (WatchedProcess driver = start(program(script.formatted(folder)))) {
      assertEquals("4711", driver.address());
    }
  }

  @Test
  @Timeout(30)
  void oneThatNeverGetsAPortIsRefusedWithWhatItSaid() throws IOException {
    Path program =
        program("echo start >> \"" + folder + "/starts\"; echo Address already in use; exit 1");
    BrowserException refused = assertThrows(BrowserException.class, () -> start(program));
    assertTrue(refused.getMessage().endsWith("“Address already in use”."), refused.getMessage());
    assertEquals(5, Files.readAllLines(folder.resolve("starts")).size());
  }

  @Test
  @Timeout(30)
  void oneThatIsNotThereIsRefusedByName() {
    Path nowhere = folder.resolve("nowhere");
    assertTrue(
        assertThrows(BrowserException.class, () -> start(nowhere))
            .getMessage()
            .contains(nowhere.toString()));
  }
}
