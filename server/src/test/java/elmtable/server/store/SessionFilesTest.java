package elmtable.server.store;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.browser.BrowserState;
import elmtable.browser.Cookie;
import elmtable.formula.Value;
import elmtable.run.request.KeptSessions.Session;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("Sessions that outlive their run")
class SessionFilesTest {
  private static final String KEY = "fixture signed in\nenvironment local\npassword=celadon";

  @TempDir private Path folder;

  private static Session session(Map<String, Value> gives) {
    return new Session(
        "signed in",
        "local",
        "desktop",
        new BrowserState(
            List.of(
                new Cookie(
                    "sid", "geheim-4711", "kiln.test", "/", true, true, "lax", 4_102_444_800L)),
            Map.of(
                "https://kiln.test",
                new BrowserState.Entries(Map.of("token", "geheim-4712"), Map.of()))),
        gives,
        Instant.parse("2026-11-27T10:00:00Z"),
        Duration.ofMillis(2900));
  }

  private List<Path> files() throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      return all.filter(Files::isRegularFile).toList();
    }
  }

  @Test
  void whatIsKeptIsFoundAgainByAnotherProgram() {
    Session kept =
        session(
            Map.of(
                "name",
                Value.of("Juno"),
                "shelves",
                new Value.Num(new BigDecimal("4.50")),
                "fragile",
                Value.of(true),
                "day",
                new Value.Day(LocalDate.of(2026, 12, 7))));
    SessionFiles.in(folder).keep(KEY, kept);
    assertEquals(Optional.of(kept), SessionFiles.in(folder).find(KEY));
    assertEquals(Optional.empty(), SessionFiles.in(folder).find(KEY + " other"));
  }

  @Test
  void nothingOfItLiesOpenAndOnlyItsOwnerReadsTheSecret() throws IOException {
    SessionFiles.in(folder).keep(KEY, session(Map.of("code", Value.of("geheim-4713"))));
    for (Path file : files()) {
      String all = file + new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1);
      assertFalse(all.contains("geheim"), file.toString());
      assertFalse(all.contains("celadon"), file.toString());
    }
    Path secret = folder.resolve("sessions/secret");
    assertEquals(32, Files.size(secret));
    assertEquals("rw-------", PosixFilePermissions.toString(Files.getPosixFilePermissions(secret)));
  }

  @Test
  void aFileThatWasChangedCountsAsNone() throws IOException {
    SessionFiles sessions = SessionFiles.in(folder);
    sessions.keep(KEY, session(Map.of()));
    Path file =
        files().stream()
            .filter(each -> each.toString().endsWith(".session"))
            .findFirst()
            .orElseThrow();
    byte[] content = Files.readAllBytes(file);
    content[content.length / 2] ^= 1;
    Files.write(file, content);
    assertEquals(Optional.empty(), sessions.find(KEY));
    Files.write(file, new byte[3]);
    assertEquals(Optional.empty(), sessions.find(KEY));
    sessions.keep(KEY, session(Map.of()));
    assertTrue(sessions.find(KEY).isPresent(), "it is made anew");
  }

  @Test
  void theListTellsNoValuesAndForgets() {
    SessionFiles sessions = SessionFiles.in(folder);
    assertEquals(List.of(), sessions.list());
    sessions.keep(KEY, session(Map.of()));
    sessions.used(KEY);
    sessions.used(KEY);
    SessionFiles.Listed listed = sessions.list().get(0);
    assertEquals(2, listed.uses());
    assertEquals(List.of("sid"), listed.cookies());
    assertEquals(List.of("https://kiln.test", "kiln.test"), listed.domains());
    assertFalse(listed.toString().contains("geheim"));
    assertFalse(sessions.forgetListed("../" + listed.id()));
    assertTrue(sessions.forgetListed(listed.id()));
    assertEquals(Optional.empty(), sessions.find(KEY));
    sessions.used(KEY);
    sessions.forget(KEY);
    assertEquals(List.of(), sessions.list());
  }

  @Test
  void whatGivesRowsIsNotKept() {
    SessionFiles sessions = SessionFiles.in(folder);
    List<Value> many = new ArrayList<>(List.of(Value.of("a"), Value.of("b")));
    sessions.keep(KEY, session(Map.of("all", new Value.Many(many))));
    assertEquals(Optional.empty(), sessions.find(KEY));
  }
}
