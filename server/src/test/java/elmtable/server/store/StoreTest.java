package elmtable.server.store;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.data.source.ProjectFiles;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.text.TextChange;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class StoreTest {
  private static final Instant AT = Instant.parse("2026-11-25T10:00:00Z");

  @TempDir private Path data;

  @Test
  void aFolderGoesInByteForByte(@TempDir Path from) throws IOException {
    Files.createDirectories(from.resolve("suites"));
    Files.writeString(from.resolve("suites/a.elmt"), "suite A\r\n  untidy\n");
    Files.write(from.resolve("rows.csv"), new byte[] {(byte) 0xEF, 1, 0, (byte) 0xFF});
    Files.writeString(from.resolve(".hidden.elmt"), "suite hidden\n");
    try (Database database = Database.open(data)) {
      DocumentStore store = new DocumentStore(database);
      store.importFolder("Kilns", from);
      assertEquals("Kilns", store.projectName().orElseThrow());
      assertEquals(
          List.of("suites/a.elmt"), store.documents().stream().map(each -> each.path()).toList());
      assertEquals("suite A\r\n  untidy\n", store.documents().get(0).text());
      ProjectFiles files = store.files().current();
      assertEquals(List.of("rows.csv"), files.paths());
      assertEquals(-1, Files.mismatch(from.resolve("rows.csv"), files.local("rows.csv")));
    }
  }

  @Test
  void everyVersionOfADocumentIsFoundAgain() throws IOException {
    List<String> texts = new ArrayList<>(List.of(""));
    try (Database database = Database.open(data)) {
      DocumentStore store = new DocumentStore(database);
      long id = store.create("a.elmt", "", "me").id();
      for (int i = 1; i <= 450; i++) {
        String before = texts.getLast();
        TextChange change = TextChange.replace(before.length(), 0, 0, i + "\n");
        texts.add(change.apply(before));
        store.append(
            new DocumentStore.Batch(
                id,
                List.of(new DocumentStore.Update(i, "page", i, "me", AT, change)),
                texts.getLast()));
      }
    }
    try (Database again = Database.open(data)) {
      DocumentStore store = new DocumentStore(again);
      assertEquals(450, store.documents().get(0).version());
      assertEquals(texts.getLast(), store.documents().get(0).text());
      for (int version : List.of(0, 1, 199, 200, 201, 333, 450)) {
        assertEquals(texts.get(version), store.text(1, version));
      }
      assertEquals(List.of(7L, 8L), store.updates(1, 6, 8).stream().map(u -> u.version()).toList());
    }
  }

  @Test
  void oldHistoryIsThinnedToOneTextAnHour() throws IOException {
    try (Database database = Database.open(data)) {
      DocumentStore store = new DocumentStore(database);
      long id = store.create("a.elmt", "", "me").id();
      String text = "";
      for (int i = 1; i <= 12; i++) {
        TextChange change = TextChange.replace(text.length(), 0, 0, "x");
        text = change.apply(text);
        Instant at = AT.plusSeconds(20 * 60 * i);
        store.append(
            new DocumentStore.Batch(
                id, List.of(new DocumentStore.Update(i, "page", i, "me", at, change)), text));
      }
      // Twenty past, twenty to and the full hour: 10:20 to 12:40 are thinned.
      assertEquals(8, store.thin(AT.plusSeconds(3 * 60 * 60)));
      assertEquals(
          List.of(0L, 2L, 5L, 8L),
          store.texts(id).stream().map(DocumentStore.KeptText::version).toList());
      assertEquals("xxxxx", store.text(id, 5));
      assertEquals(text, store.documents().get(0).text());
      assertEquals(4, store.updates(id, 0, 12).size());
    }
  }

  @Test
  void anUpdateOfOneClientAndNumberIsKeptOnce() throws IOException {
    try (Database database = Database.open(data)) {
      DocumentStore store = new DocumentStore(database);
      long id = store.create("a.elmt", "", "me").id();
      TextChange change = TextChange.replace(0, 0, 0, "x");
      DocumentStore.Update update = new DocumentStore.Update(1, "page", 0, "me", AT, change);
      store.append(new DocumentStore.Batch(id, List.of(update), "x"));
      DocumentStore.Update again =
          new DocumentStore.Update(2, "page", 0, "me", AT, TextChange.replace(1, 0, 0, "x"));
      assertThrows(
          StoreException.class,
          () -> store.append(new DocumentStore.Batch(id, List.of(again), "xx")));
      assertEquals("x", store.documents().get(0).text());
    }
  }

  @Test
  void aRefusedChangeLeavesTheOthersOfItsBatchAlone() throws IOException {
    try (Database database = Database.open(data)) {
      Writer writer = database.writer();
      writer.later(c -> update(c, "insert into file values ('a', 'h', 1)"), () -> {});
      writer.later(c -> update(c, "insert into nothing values (1)"), () -> {});
      writer.later(c -> update(c, "insert into file values ('b', 'h', 1)"), () -> {});
      writer.flush();
      assertEquals(List.of("a", "b"), new DocumentStore(database).files().current().paths());
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
        store.create(i + ".elmt", "text " + i, "me");
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
      new DocumentStore(database).create("a.elmt", "one", "me");
    }
  }

  @Test
  void aClosedDatabaseSaysSo() throws IOException {
    Database database = Database.open(data);
    DocumentStore store = new DocumentStore(database);
    database.close();
    assertEquals(
        "The database is closed.",
        assertThrows(StoreException.class, () -> store.create("a.elmt", "one", "me")).getMessage());
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

  /** No page can be added any more, until the writer connects again. */
  private static void fill(Database database) {
    database
        .writer()
        .now(connection -> {
          try (Statement statement = connection.createStatement();
              ResultSet pages = statement.executeQuery("pragma page_count")) {
            int count = pages.getInt(1);
            statement.execute("pragma max_page_count = " + count);
          }
          return null;
        });
  }

  @Test
  void aFullDiskIsSaidAsThatAndWhatWaitsIsWrittenOnceThereIsRoom() throws IOException {
    try (Database database = Database.open(data)) {
      DocumentStore documents = new DocumentStore(database);
      documents.create("a.elmt", "one", "me");
      fill(database);
      String large = "x".repeat(1_000_000);
      StoreException full =
          assertThrows(StoreException.class, () -> documents.create("b.elmt", large, "me"));
      assertTrue(full.isFull());
      assertTrue(full.getMessage().startsWith("The disk is full"));
      assertEquals(1, documents.documents().size(), "reading goes on");

      RunStore runs = new RunStore(database);
      long run = runs.begin("t", "local", "c", 1, 7, 1);
      fill(database);
      runs.writing(run, event -> {}).on(new RunEvent.Logged(AT, 1, 1, large));
      runs.flush();
      assertEquals(1, StoredEvents.of(runs, run, 1).size(), "there was room after a moment");
      documents.create("b.elmt", large, "me");
    }
  }

  /** Runs kept by a version that wrote outcomes in capitals are read as before. */
  @Test
  void aDatabaseOfTheFirstVersionIsBroughtUpToDate() throws Exception {
    try (Connection connection =
            DriverManager.getConnection("jdbc:sqlite:" + data.resolve("elm-table.db"));
        Statement statement = connection.createStatement()) {
      try (InputStream first = Database.class.getResourceAsStream("001-first.sql")) {
        Database.carryOut(statement, new String(first.readAllBytes(), StandardCharsets.UTF_8));
      }
      for (String row :
          List.of(
              "insert into document values ('a.elmt', 2, 'two', 0), ('b.elmt', 1, 'b', 1)",
              "insert into document_revision values ('a.elmt', 1, 'one', 'me', '2026-11-25'),"
                  + " ('a.elmt', 2, 'two', 'me', '2026-11-25'), ('b.elmt', 1, 'b', 'me', '2026')",
              "insert into run values (1, 't', 'local', 'c', 1, 7, 'x', null, 'finished')",
              "insert into run_case values (1, 1, 'i', 'n', 's', 'a.elmt', 1, 0, '{}', '[]',"
                  + " 'NOT_RUN', 1.0, null), (1, 2, 'j', 'n', 's', 'a.elmt', 1, 0, '{}', '[]',"
                  + " 'PASSED', 1.0, null)",
              "insert into run_event values (1, 1, 1, '{\"event\":\"case finished\","
                  + "\"at\":\"2026-11-25T10:00:00Z\",\"number\":1,\"outcome\":\"NOT_RUN\","
                  + "\"millis\":1.0}')",
              "pragma user_version = 1")) {
        statement.execute(row);
      }
    }
    try (Database database = Database.open(data)) {
      RunStore runs = new RunStore(database);
      assertEquals(Outcome.NOT_RUN, runs.caseOf(1, 1).orElseThrow().outcome());
      assertEquals(
          Outcome.NOT_RUN, ((RunEvent.CaseFinished) StoredEvents.of(runs, 1, 1).get(0)).outcome());
      assertNull(runs.lastOutcome("i"), "it did not run");
      assertEquals(Outcome.PASSED, runs.lastOutcome("j"));
      DocumentStore documents = new DocumentStore(database);
      assertEquals(List.of(new DocumentStore.Stored(1, "a.elmt", 2, "two")), documents.documents());
      assertEquals("one", documents.text(1, 1));
      assertEquals("b.elmt", documents.removed().get(0).path());
    }
  }

  @Test
  void ofAFileThatCannotBeKeptNothingIsLeft(@TempDir Path folder) throws IOException {
    InputStream breaking =
        new SequenceInputStream(
            new ByteArrayInputStream(new byte[5_000]),
            new InputStream() {
              @Override
              public int read() throws IOException {
                throw new IOException("No space left on device");
              }
            });
    assertThrows(IOException.class, () -> new ContentFiles(folder).keep(breaking));
    try (Stream<Path> left = Files.list(folder)) {
      assertEquals(List.of(), left.toList());
    }
  }
}
