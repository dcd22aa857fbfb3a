package elmtable.server.service;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.browser.Browser;
import elmtable.browser.BrowserException;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.run.KeptValues;
import elmtable.run.Runner;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.server.store.Database;
import elmtable.server.store.DocumentStore;
import elmtable.server.store.RunStore;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The workspace and the runs of it, without a browser: cases that log need none. */
@DisplayName("The services")
class ServiceTest {
  private static final String SUITE =
      """
      suite S

      case first
      steps
      | log | one |

      case second
      steps
      | fail | because |

      case long
      run: no
      steps
      | pause | 20s |
      """;

  private static final class NoBrowsers implements Browser.Launcher {
    @Override
    public Browser.Lane lane(Browser.Setup setup) {
      return new Browser.Lane() {
        @Override
        public Browser open() {
          throw new BrowserException(BrowserException.Kind.LOST, "There is none.");
        }

        @Override
        public void close() {
          // There is none.
        }
      };
    }

    @Override
    public void close() {
      // There is none.
    }
  }

  private final BlockingQueue<RunEvent> heard = new LinkedBlockingQueue<>();
  private Database database;
  private DocumentStore documents;
  private Workspace workspace;
  private RunStore store;
  private RunService runs;

  @BeforeEach
  void start(@TempDir Path data) throws Exception {
    database = Database.open(data);
    documents = new DocumentStore(database);
    documents.save("s.elmt", SUITE, 0, "me");
    workspace = new Workspace(documents, BuiltInKeywords.registry());
    store = new RunStore(database);
    runs = new RunService(workspace, store, new Runner(NoBrowsers::new), KeptValues.NONE);
  }

  @AfterEach
  void stop() {
    runs.close();
    database.close();
  }

  private <E extends RunEvent> E await(Class<E> kind) throws InterruptedException {
    while (true) {
      RunEvent next = heard.poll(30, TimeUnit.SECONDS);
      assertTrue(next != null, () -> kind + " never came");
      if (kind.isInstance(next)) {
        return kind.cast(next);
      }
    }
  }

  @Test
  void aSaveMakesANewSnapshotAndTellsOfIt() {
    AtomicInteger told = new AtomicInteger();
    workspace.onChange(told::incrementAndGet);
    Workspace.Snapshot before = workspace.snapshot();
    Workspace.Snapshot after = workspace.save("t.elmt", "suite T\n", 0);
    assertEquals(1, told.get());
    assertEquals(1, after.revision("t.elmt"));
    assertEquals(0, before.revision("t.elmt"));
    assertFalse(before.project().document("t.elmt").isPresent());
    assertTrue(after.project().document("t.elmt").isPresent());
    assertSame(
        before.project().document("s.elmt").orElseThrow(),
        after.project().document("s.elmt").orElseThrow(),
        "what did not change is shared");
    assertEquals(
        List.of("s.elmt", "t.elmt"),
        documents.documents().stream().map(DocumentStore.Stored::path).sorted().toList());
  }

  @Test
  void aSaveOfTheSameTextIsNoChange() {
    AtomicInteger told = new AtomicInteger();
    workspace.onChange(told::incrementAndGet);
    Workspace.Snapshot before = workspace.snapshot();
    assertSame(before, workspace.save("s.elmt", SUITE, before.revision("s.elmt")));
    assertEquals(0, told.get());
  }

  @Test
  void aSaveFromAnOldRevisionChangesNothing() {
    workspace.save("s.elmt", "suite Other\n", 1);
    Workspace.Snapshot before = workspace.snapshot();
    assertThrows(
        DocumentStore.ConflictException.class, () -> workspace.save("s.elmt", "suite Third\n", 1));
    assertSame(before, workspace.snapshot());
    assertEquals("suite Other\n", before.project().document("s.elmt").orElseThrow().text());
  }

  @Test
  void whoWatchesLateHearsEverythingFromTheStart() throws InterruptedException {
    BlockingQueue<Boolean> going = new LinkedBlockingQueue<>();
    // The run holds in its long case until the watcher has come.
    workspace.save("s.elmt", SUITE.replace("run: no\n", ""), 1);
    long id = runs.start(Selection.everything(), "all");
    runs.onChange(() -> going.add(runs.isGoing(id)));
    assertTrue(runs.isGoing(id));
    assertTrue(runs.watch(id, heard::add));
    assertEquals(3, await(RunEvent.RunStarted.class).cases().size());
    assertTrue(runs.stop(id));
    RunEvent.RunFinished finished = await(RunEvent.RunFinished.class);
    assertEquals(3, finished.counts().values().stream().mapToInt(Integer::intValue).sum());
    runs.close();
    assertFalse(runs.isGoing(id));
    assertFalse(runs.watch(id, heard::add));
    assertFalse(runs.stop(id));
    assertEquals(false, going.poll(10, TimeUnit.SECONDS), "its end was told, too");
    assertTrue(going.isEmpty());
  }

  @Test
  void aRunIsInTheStoreWhenItsEndIsTold() throws InterruptedException {
    long id = runs.start(Selection.everything().withCases("first", "second"), "two");
    if (runs.watch(id, heard::add)) {
      await(RunEvent.RunFinished.class);
    }
    RunStore.StoredRun run = store.run(id).orElseThrow();
    assertEquals("two", run.title());
    assertEquals(
        Map.of("first", Outcome.PASSED, "second", Outcome.FAILED),
        store.cases(id).stream()
            .collect(Collectors.toMap(each -> each.name(), each -> each.outcome())));
  }

  @Test
  void nothingIsRunWhereNothingIsChosen() {
    Selection off = Selection.everything().withCases("long");
    RunService.NothingToRunException nothing =
        assertThrows(RunService.NothingToRunException.class, () -> runs.start(off, "none"));
    assertTrue(nothing.getMessage().contains("why it is out"), nothing::getMessage);
    assertThrows(
        Planner.BadSelectionException.class,
        () -> runs.start(Selection.everything().withSuites("gone"), "none"));
  }
}
