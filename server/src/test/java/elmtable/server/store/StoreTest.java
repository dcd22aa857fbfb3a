package elmtable.server.store;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.event.RunListener;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class StoreTest {
  private static final Instant AT = Instant.parse("2026-11-25T10:00:00Z");

  @TempDir private Path data;

  @Test
  void aProjectGoesInAndComesOutByteForByte(@TempDir Path from, @TempDir Path to)
      throws IOException {
    Files.createDirectories(from.resolve("suites"));
    Files.writeString(from.resolve("suites/a.elmt"), "suite A\r\n  untidy\n");
    Files.write(from.resolve("rows.csv"), new byte[] {(byte) 0xEF, 1, 0, (byte) 0xFF});
    Files.writeString(from.resolve(".hidden.elmt"), "suite hidden\n");
    try (Database database = Database.open(data)) {
      DocumentStore store = new DocumentStore(database);
      store.importFolder("Kilns", from);
      assertEquals("Kilns", store.projectName().orElseThrow());
      assertEquals(1, store.documents().size());
      store.exportFolder(to);
    }
    assertEquals("suite A\r\n  untidy\n", Files.readString(to.resolve("suites/a.elmt")));
    assertEquals(4, Files.size(to.resolve("rows.csv")));
  }

  @Test
  void aSaveFromAnOldRevisionIsRefusedWithWhatIsThere() throws IOException {
    try (Database database = Database.open(data)) {
      DocumentStore store = new DocumentStore(database);
      assertEquals(1, store.save("a.elmt", "one", 0, "me"));
      assertEquals(2, store.save("a.elmt", "two", 1, "me"));
      DocumentStore.ConflictException conflict =
          assertThrows(
              DocumentStore.ConflictException.class, () -> store.save("a.elmt", "three", 1, "you"));
      assertEquals(new DocumentStore.Stored("a.elmt", 2, "two"), conflict.current());
      assertThrows(
          DocumentStore.ConflictException.class, () -> store.save("b.elmt", "x", 5, "you"));
    }
    try (Database again = Database.open(data)) {
      assertEquals("two", new DocumentStore(again).documents().get(0).text());
    }
  }

  @Test
  void aRunThatWasGoingIsInterruptedAfterARestart() throws IOException {
    long id;
    try (Database database = Database.open(data)) {
      RunStore store = new RunStore(database);
      id = store.begin("smoke", "local", "desktop", 2, 7);
      RunListener writing = store.writing(id);
      writing.on(
          new RunEvent.RunStarted(
              AT,
              "1",
              "smoke",
              "local",
              "desktop",
              2,
              7,
              List.of(planned(1, "first"), planned(2, "second"))));
      writing.on(new RunEvent.CaseStarted(AT, 1, 1, 1));
      writing.on(
          new RunEvent.StepStarted(AT, 1, 1, 0, "steps", "press", List.of("Send"), "a.elmt", 3));
      writing.on(
          new RunEvent.CaseFinished(AT, 1, Outcome.FAILED, 5, new Failure("no", "a", "b", 5L)));
      store.flush();
      assertEquals("going", store.run(id).orElseThrow().state());
    }
    try (Database again = Database.open(data)) {
      RunStore store = new RunStore(again);
      RunStore.StoredRun run = store.run(id).orElseThrow();
      assertEquals("interrupted", run.state());
      assertEquals(2, run.total());
      assertEquals(Map.of(Outcome.FAILED, 1), run.counts());
      assertEquals("b", store.cases(id).get(0).failure().found());
      assertEquals(Map.of("shelves", "7"), store.cases(id).get(1).values());
      assertEquals(2, store.events(id, 1).size());
      assertEquals(Map.of("id1", Outcome.FAILED), store.lastOutcomes());
    }
  }

  private static RunEvent.Planned planned(int number, String name) {
    return new RunEvent.Planned(
        number, "id" + number, name, "S", "a.elmt", 3, 1, Map.of("shelves", "7"), List.of("smoke"));
  }

  @Test
  void evidenceIsKeptOnceByItsContent() throws IOException {
    try (Database database = Database.open(data)) {
      RunStore store = new RunStore(database);
      byte[] picture = "picture".getBytes(StandardCharsets.UTF_8);
      String name = store.keep(picture, ".png");
      assertEquals(name, store.keep(picture, ".png"));
      assertEquals("picture", new String(store.open(name).readAllBytes(), StandardCharsets.UTF_8));
    }
  }

  @Test
  void aRefusedChangeLeavesTheOthersOfItsBatchAlone() throws IOException {
    try (Database database = Database.open(data)) {
      Writer writer = database.writer();
      writer.later(c -> update(c, "insert into file values ('a', 'h', 1)"));
      writer.later(c -> update(c, "insert into nothing values (1)"));
      writer.later(c -> update(c, "insert into file values ('b', 'h', 1)"));
      writer.now(c -> null);
      assertEquals(List.of("a", "b"), new DocumentStore(database).files().paths());
    }
  }

  private static Void update(Connection connection, String sql) throws SQLException {
    Jdbc.update(connection, sql);
    return null;
  }

  @Test
  void aDatabaseOfANewerVersionIsNotTouched() throws Exception {
    try (Database database = Database.open(data);
        Connection connection = database.connect();
        Statement statement = connection.createStatement()) {
      statement.execute("pragma user_version = 99");
    }
    StoreException failure = assertThrows(StoreException.class, () -> Database.open(data));
    assertTrue(failure.getMessage().contains("newer Elm Table"));
  }

  private static Map<String, Thread> writers() {
    return Thread.getAllStackTraces().keySet().stream()
        .filter(thread -> thread.getName().equals("database writer") && thread.isAlive())
        .collect(Collectors.toMap(thread -> String.valueOf(thread.threadId()), t -> t));
  }

  @Test
  void anInterruptedWriterLosesNothing() throws IOException {
    Set<String> before = writers().keySet();
    try (Database database = Database.open(data)) {
      DocumentStore store = new DocumentStore(database);
      Thread own =
          writers().entrySet().stream()
              .filter(entry -> !before.contains(entry.getKey()))
              .map(Map.Entry::getValue)
              .findFirst()
              .orElseThrow();
      for (int i = 1; i <= 50; i++) {
        own.interrupt();
        assertEquals(i, store.save("a.elmt", "text " + i, i - 1, "me"));
      }
    }
  }

  @Test
  void anErrorInAChangeIsToldToWhoeverWaitsForItAndOthersAreStillWritten() throws IOException {
    try (Database database = Database.open(data)) {
      StoreException told =
          assertThrows(
              StoreException.class,
              () ->
                  database
                      .writer()
                      .now(connection -> {
                        throw new StackOverflowError("too deep");
                      }));
      assertEquals("The database cannot be written: too deep", told.getMessage());
      assertEquals(1, new DocumentStore(database).save("a.elmt", "one", 0, "me"));
    }
  }

  @Test
  void aClosedDatabaseSaysSo() throws IOException {
    Database database = Database.open(data);
    DocumentStore store = new DocumentStore(database);
    database.close();
    assertEquals(
        "The database is closed.",
        assertThrows(StoreException.class, () -> store.save("a.elmt", "one", 0, "me"))
            .getMessage());
  }

  /** A script may hold triggers, whose bodies have semicolons of their own. */
  @Test
  void aMigrationIsCarriedOutAsAWhole() throws Exception {
    try (Database database = Database.open(data);
        Connection connection = database.connect();
        Statement statement = connection.createStatement()) {
      Database.carryOut(
          statement,
          """
          create table clay (name text, note text);
          create trigger clay_added after insert on clay begin
            update clay set note = 'new; unfired' where name = new.name;
            update clay set name = upper(name) where name = new.name;
          end;
          insert into clay (name) values ('grog');
          """);
      try (ResultSet rows = statement.executeQuery("select name || ' ' || note from clay")) {
        assertEquals("GROG new; unfired", rows.getString(1));
      }
    }
  }

  /** Runs kept by a version that wrote outcomes in capitals are read as before. */
  @Test
  void outcomesOfAnOlderVersionAreRead() throws Exception {
    long id;
    try (Database database = Database.open(data)) {
      RunStore runs = new RunStore(database);
      id = runs.begin("t", "local", "chrome", 1, 7);
      runs.flush();
      database
          .writer()
          .now(connection -> {
            Jdbc.update(
                connection,
                "insert into run_case values (?, 1, 'i', 'n', 's', 'a.elmt', 1, 0, '{}', '[]',"
                    + " 'NOT_RUN', 1.0, null)",
                id);
            Jdbc.update(
                connection,
                "insert into run_event values (?, 1, 1, ?)",
                id,
                "{\"event\":\"case finished\",\"at\":\"2026-11-25T10:00:00Z\",\"number\":1,"
                    + "\"outcome\":\"NOT_RUN\",\"millis\":1.0}");
            Jdbc.update(connection, "pragma user_version = 1");
            return null;
          });
    }
    try (Database database = Database.open(data)) {
      RunStore runs = new RunStore(database);
      assertEquals(Outcome.NOT_RUN, runs.cases(id).get(0).outcome());
      assertEquals(Outcome.NOT_RUN, ((RunEvent.CaseFinished) runs.events(id, 1).get(0)).outcome());
      assertEquals(Map.of("i", Outcome.NOT_RUN), runs.lastOutcomes());
    }
  }
}
