package elmtable.server.store;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;

import elmtable.run.event.Failure;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.event.RunListener;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RunStoreTest {
  private static final Instant AT = Instant.parse("2026-11-25T10:00:00Z");

  @TempDir private Path data;

  @Test
  void aRunThatWasGoingIsInterruptedAfterARestart() throws IOException {
    long id;
    try (Database database = Database.open(data)) {
      RunStore store = new RunStore(database);
      id = store.begin("smoke", "local", "desktop", 2, 7, 2);
      RunListener writing = store.writing(id, event -> {});
      writing.on(new RunEvent.RunStarted(AT, "1", "smoke", "local", "desktop", 2, 7, 2));
      writing.on(new RunEvent.CasesPlanned(AT, List.of(planned(1, "first"), planned(2, "second"))));
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
      assertEquals(Map.of(Outcome.FAILED, 1, Outcome.NOT_RUN, 1), run.counts());
      assertEquals("b", store.caseOf(id, 1).orElseThrow().failure().found());
      assertEquals(Map.of("shelves", "7"), store.caseOf(id, 2).orElseThrow().values());
      assertEquals(2, StoredEvents.of(store, id, 1).size());
      assertEquals(Outcome.FAILED, store.lastOutcome("id1"));
      assertNull(store.lastOutcome("id2"));
    }
  }

  @Test
  void fixturesThatWereNotTornDownAreKnownAfterAKill() throws IOException {
    long id;
    try (Database database = Database.open(data)) {
      RunStore store = new RunStore(database);
      id = store.begin("all", "local", "desktop", 1, 7, 2);
      RunListener writing = store.writing(id, event -> {});
      List<RunEvent.NamedValue> gave = List.of(new RunEvent.NamedValue("booking", "EK-1"));
      for (int number = 1; number <= 2; number++) {
        writing.on(new RunEvent.TearDownDue(AT, number, "fixture a booking", List.of()));
        writing.on(new RunEvent.TearDownDue(AT, number, "fixture a booking", gave));
      }
      writing.on(new RunEvent.TearDownDue(AT, 1, "fixture open", List.of()));
      // The first case tore its own down, the second one what both shared.
      for (RunEvent done : List.of(tearDown(1, "fixture a booking"), tearDown(2, "fixture open"))) {
        writing.on(done);
      }
      store.flush();
    }
    try (Database again = Database.open(data)) {
      assertEquals(
          List.of(
              new RunStore.LeftFixture(
                  2, "fixture a booking", List.of(new RunEvent.NamedValue("booking", "EK-1")))),
          new RunStore(again).leftFixtures(id));
    }
  }

  private static RunEvent tearDown(int number, String name) {
    return new RunEvent.StepStarted(AT, number, 9, 0, "tear-down", name, List.of(), "a.elmt", 3);
  }

  private static RunEvent.Planned planned(int number, String name) {
    return new RunEvent.Planned(
        number, "id" + number, name, "S", "a.elmt", 3, 1, Map.of("shelves", "7"), List.of("smoke"));
  }

  @Test
  void theLastRunOfACaseIsOneThatItRanIn() throws IOException {
    try (Database database = Database.open(data)) {
      RunStore store = new RunStore(database);
      for (Outcome outcome : List.of(Outcome.PASSED, Outcome.NOT_RUN)) {
        RunListener writing =
            store.writing(store.begin("all", "local", "desktop", 1, 7, 1), event -> {});
        writing.on(new RunEvent.CasesPlanned(AT, List.of(planned(1, "first"))));
        writing.on(new RunEvent.CaseFinished(AT, 1, outcome, 5, null));
      }
      store.flush();
      assertEquals(1, store.lastRun("id1").orElseThrow().run());
      assertEquals(Optional.empty(), store.lastRun("id2"));
    }
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
  void oldRunsGoWithTheirEvidenceAndTheLastOnesStay() throws IOException {
    try (Database database = Database.open(data)) {
      RunStore runs = new RunStore(database);
      String shared = runs.keep("shared".getBytes(StandardCharsets.UTF_8), ".txt");
      List<String> own = new ArrayList<>();
      for (int i = 0; i < 4; i++) {
        long run = runs.begin("run " + i, "local", "c", 1, 7, 1);
        RunListener listener = runs.writing(run, event -> {});
        String file = runs.keep(("own " + i).getBytes(StandardCharsets.UTF_8), ".txt");
        own.add(file);
        listener.on(new RunEvent.EvidenceKept(AT, 1, 1, "source", shared, ""));
        listener.on(new RunEvent.EvidenceKept(AT, 1, 1, "source", file, ""));
        if (i > 0) {
          listener.on(new RunEvent.RunFinished(AT, false, Map.of()));
        }
      }
      runs.flush();
      Instant later = Instant.now().plus(Duration.ofDays(100));
      SettingsStore settings = new SettingsStore(database);
      assertEquals(List.of(), runs.removeOld(settings.settings(), later), "there are few");
      settings.keep(new SettingsStore.Settings(1, 90));
      assertEquals(List.of(), runs.removeOld(settings.settings(), Instant.now()), "all are young");
      assertEquals(List.of(2L, 3L), runs.removeOld(settings.settings(), later));
      assertEquals(
          List.of(4L, 1L),
          runs.runs().stream().map(RunStore.StoredRun::id).toList(),
          "the last one stays, and one that goes on");
      assertThrows(IOException.class, () -> runs.open(own.get(1)));
      for (String kept : List.of(shared, own.get(0), own.get(3))) {
        runs.open(kept).close();
      }
      assertEquals(List.of(), StoredEvents.of(runs, 2, 1));
    }
  }
}
