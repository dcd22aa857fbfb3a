package elmtable.server.service;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.plan.Planner;
import elmtable.plan.Selection;
import elmtable.run.Runner;
import elmtable.run.event.Outcome;
import elmtable.run.event.RunEvent;
import elmtable.run.request.KeptSessions;
import elmtable.run.request.KeptValues;
import elmtable.run.request.RunChoices;
import elmtable.server.store.Database;
import elmtable.server.store.DocumentStore;
import elmtable.server.store.RunStore;
import elmtable.server.store.SettingsStore;
import elmtable.server.store.StoredEvents;
import elmtable.text.TextChange;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CountDownLatch;
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

  private static final RunChoices CHOICES = RunChoices.usual(2, 1);

  private final BlockingQueue<RunEvent> heard = new LinkedBlockingQueue<>();
  private Database database;
  private DocumentStore documents;
  private Workspace workspace;
  private RunStore store;
  private RunService runs;

  /** What was typed in for every secret. */
  private String typed;

  @BeforeEach
  void start(@TempDir Path data) throws Exception {
    database = Database.open(data);
    documents = new DocumentStore(database);
    documents.create("s.elmt", SUITE, "me");
    workspace = new Workspace(documents, BuiltInKeywords.registry());
    store = new RunStore(database);
    runs =
        new RunService(
            workspace,
            store,
            new Runner(NoBrowsers::new),
            KeptValues.NONE,
            KeptSessions.NONE,
            (environment, name) -> Optional.ofNullable(typed));
  }

  @AfterEach
  void stop() {
    runs.close();
    database.close();
  }

  /** Hears all events of a run, from its first. */
  private void follow(long id) {
    RunFeed feed = runs.feed(id).orElseThrow();
    AtomicInteger place = new AtomicInteger();
    Runnable fetch =
        () -> {
          synchronized (place) {
            RunFeed.Page page = feed.events(place.get(), Integer.MAX_VALUE / 2);
            place.addAndGet(page.events().size());
            heard.addAll(page.events());
          }
        };
    feed.watch(fetch);
    fetch.run();
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

  /** Gives the suite another text, as one update of a page. */
  private Snapshot save(String text) {
    DocumentStore.Stored now = document();
    workspace.update(
        now.id(),
        new Workspace.Sent(
            now.version(),
            "page",
            now.version(),
            "me",
            List.of(TextChange.replace(now.text().length(), 0, now.text().length(), text))));
    return workspace.snapshot();
  }

  private DocumentStore.Stored document() {
    return workspace.snapshot().document(1);
  }

  @Test
  void anUpdateMakesANewSnapshotAndTellsOfIt() {
    List<Object> told = new ArrayList<>();
    workspace.onChange(
        new WorkspaceListener() {
          @Override
          public void updated(long document, String path, List<DocumentStore.Update> updates) {
            told.add(path + updates.get(0).version());
          }

          @Override
          public void changed() {
            told.add(workspace.snapshot().number());
          }
        });
    Snapshot before = workspace.snapshot();
    workspace.create("t.elmt", "suite T\n", "me");
    Snapshot after = save("suite Other\n");
    assertEquals(List.of(2L, "s.elmt1", 3L), told);
    assertEquals(1, after.document(1).version());
    assertEquals(0, before.document(1).version());
    assertEquals(SUITE, before.document(1).text());
    assertSame(
        workspace.project().document("t.elmt").orElseThrow(),
        after.project().document("t.elmt").orElseThrow(),
        "what did not change is shared");
    assertEquals("suite Other\n", documents.text(1, 1));
    assertEquals(SUITE, documents.text(1, 0));
  }

  @Test
  void lineEndsOfAnOlderVersionBecomeLineFeeds() throws Exception {
    documents.create("old.elmt", "suite Old\r\n> note\r\n", "me");
    Workspace opened = new Workspace(documents, BuiltInKeywords.registry());
    assertEquals("suite Old\n> note\n", opened.project().document("old.elmt").orElseThrow().text());
    assertEquals("suite Old\r\n> note\r\n", documents.text(2, 0), "it is an update like others");
  }

  @Test
  void whoWatchesLateHearsEverythingFromTheStart() throws InterruptedException {
    BlockingQueue<Boolean> going = new LinkedBlockingQueue<>();
    // The run holds in its long case until the watcher has come.
    save(SUITE.replace("run: no\n", ""));
    long id = runs.start(Selection.everything(), "all", CHOICES);
    runs.onChange(() -> going.add(runs.isGoing(id)));
    assertTrue(runs.isGoing(id));
    follow(id);
    assertEquals(3, await(RunEvent.RunStarted.class).total());
    assertTrue(runs.stop(id));
    RunEvent.RunFinished finished = await(RunEvent.RunFinished.class);
    assertEquals(3, finished.counts().values().stream().mapToInt(Integer::intValue).sum());
    runs.close();
    assertFalse(runs.isGoing(id));
    assertTrue(runs.feed(id).isEmpty());
    assertFalse(runs.stop(id));
    assertEquals(false, going.poll(10, TimeUnit.SECONDS), "its end was told, too");
    assertTrue(going.isEmpty());
  }

  @Test
  void aSecretWithoutAValueIsSaidBeforeTheRunAndMayBeTypedIn() throws InterruptedException {
    workspace.create(
        "e.elmt",
        "environment local\nvalues\n| name | value | kind |\n| key | | secret |\n\n"
            + "case uses it\nsteps\n| log | <key> |\n",
        "me");
    Selection selection = Selection.everything().withCases("uses it");
    MissingSecretException missing =
        assertThrows(MissingSecretException.class, () -> runs.start(selection, "one", CHOICES));
    assertTrue(missing.getMessage().contains("“key” of the environment local"));
    typed = "celadon";
    long id = runs.start(selection, "one", CHOICES);
    follow(id);
    await(RunEvent.RunFinished.class);
    assertEquals(Map.of(Outcome.PASSED, 1), store.run(id).orElseThrow().counts());
    assertFalse(StoredEvents.of(store, id, 1).toString().contains("celadon"));
    assertTrue(StoredEvents.of(store, id, 1).toString().contains("•••"));
  }

  @Test
  void aRunIsInTheStoreWhenItsEndIsTold() throws InterruptedException {
    long id = runs.start(Selection.everything().withCases("first", "second"), "two", CHOICES);
    if (runs.feed(id).isPresent()) {
      follow(id);
      await(RunEvent.RunFinished.class);
    }
    RunStore.StoredRun run = store.run(id).orElseThrow();
    assertEquals("two", run.title());
    assertEquals(
        Map.of("first", Outcome.PASSED, "second", Outcome.FAILED),
        store.cases(id, "", "", "", 0, 9).cases().stream()
            .collect(Collectors.toMap(each -> each.name(), each -> each.outcome())));
  }

  @Test
  void aCaseIsInTheStoreWhenItsEndIsTold() throws InterruptedException {
    save(SUITE.replace("run: no\n", ""));
    long id = runs.start(Selection.everything(), "all", CHOICES);
    follow(id);
    RunEvent.CaseFinished told = await(RunEvent.CaseFinished.class);
    assertEquals(told.outcome(), store.caseOf(id, told.number()).orElseThrow().outcome());
    runs.stop(id);
    await(RunEvent.RunFinished.class);
  }

  /** An executable case that is named runs in its own browser, also if that is not the first. */
  @Test
  void whatIsNamedRunsWhereItSays() {
    workspace.create("b.elmt", "browser desk\nkind: chrome\n\nbrowser fox\nkind: firefox\n", "me");
    Selection first = Selection.everything().withCases("first");
    String identity =
        Planner.plan(workspace.snapshot().checked(), first.withBrowsers("fox"))
            .executables()
            .findFirst()
            .orElseThrow()
            .identity();
    long id = runs.start(Selection.everything().withIdentities(identity), "one", CHOICES);
    assertEquals("fox", store.run(id).orElseThrow().browser());
  }

  @Test
  void nothingIsRunWhereNothingIsChosen() {
    Selection off = Selection.everything().withCases("long");
    RunService.NothingToRunException nothing =
        assertThrows(
            RunService.NothingToRunException.class, () -> runs.start(off, "none", CHOICES));
    assertTrue(nothing.getMessage().contains("why it is out"), nothing::getMessage);
    assertThrows(
        Planner.BadSelectionException.class,
        () -> runs.start(Selection.everything().withSuites("gone"), "none", CHOICES));
  }

  @Test
  void aServerThatEndsWhileItStartsLeavesTheTidyingOut() throws Exception {
    Housekeeping housekeeping =
        new Housekeeping(documents, store, new SettingsStore(database), runs);
    housekeeping.close();
    assertNull(housekeeping.tidy().get(1, TimeUnit.SECONDS));
  }

  /** Hears slowly of changes that threads other than the test's tell. */
  private final class SlowListener implements Runnable {
    private static final int READS = 200;
    private final Thread test = Thread.currentThread();
    private final CountDownLatch begun = new CountDownLatch(1);
    private final AtomicInteger reads = new AtomicInteger();

    @Override
    public void run() {
      if (Thread.currentThread() != test) {
        begun.countDown();
        for (int i = 0; i < READS; i++) {
          store.run(1);
          reads.incrementAndGet();
        }
      }
    }

    void awaitBegin() throws InterruptedException {
      assertTrue(begun.await(30, TimeUnit.SECONDS));
    }
  }

  /** Nothing may read or write after the database is closed. */
  @Test
  void whatIsClosedHasToldAllItTells() throws Exception {
    SlowListener ofEnd = new SlowListener();
    runs.onChange(ofEnd);
    runs.start(Selection.everything().withCases("first"), "one", CHOICES);
    ofEnd.awaitBegin();
    runs.close();
    assertEquals(SlowListener.READS, ofEnd.reads.get());

    Housekeeping housekeeping =
        new Housekeeping(documents, store, new SettingsStore(database), runs);
    SlowListener ofRemoval = new SlowListener();
    runs.onChange(ofRemoval);
    housekeeping.keep(new SettingsStore.Settings(0, 0));
    ofRemoval.awaitBegin();
    housekeeping.close();
    assertEquals(SlowListener.READS, ofRemoval.reads.get());
  }
}
