package elmtable.server.folder;

import static org.junit.jupiter.api.Assertions.assertArrayEquals;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.server.service.FolderChange;
import elmtable.server.service.Workspace;
import elmtable.server.service.Workspace.Sent;
import elmtable.server.service.WorkspaceListener;
import elmtable.server.store.Database;
import elmtable.server.store.DocumentStore;
import elmtable.server.store.DocumentStore.Stored;
import elmtable.server.store.FolderBases;
import elmtable.text.TextChange;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A project and its folder, which is under version control with the real program. */
class ProjectFolderTest {
  private static final String SUITE =
      "suite S\n\ncase one\nsteps\n| log | a |\n\ncase two\nsteps\n| log | b |\n";

  @TempDir private Path folder;
  @TempDir private Path data;
  private Database database;
  private DocumentStore store;
  private Workspace workspace;
  private ProjectFolder kept;
  private long clock = System.currentTimeMillis() - 3_600_000;
  private long now = System.currentTimeMillis();

  @BeforeEach
  void open() throws Exception {
    file("s.elmt", SUITE);
    git("init", "-q", "-b", "main");
    Files.writeString(folder.resolve(".gitignore"), ".elm/\n");
    git("add", "-A");
    commit("first");
    start();
  }

  private void start() throws Exception {
    database = Database.open(data);
    store = new DocumentStore(database);
    workspace =
        new Workspace(store, BuiltInKeywords.registry(), "P", ProjectFolder.filesOf(folder));
    kept = new ProjectFolder(folder, workspace, new FolderBases(database), () -> now);
    kept.pass(true);
  }

  @AfterEach
  void close() {
    database.close();
  }

  private void git(String... arguments) throws Exception {
    List<String> command =
        new ArrayList<>(List.of("git", "-c", "user.name=t", "-c", "user.email=t@t"));
    command.addAll(List.of(arguments));
    Process process =
        new ProcessBuilder(command).directory(folder.toFile()).redirectErrorStream(true).start();
    new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertTrue(process.waitFor(30, TimeUnit.SECONDS));
  }

  private void commit(String message) throws Exception {
    git("commit", "-q", "-a", "-m", message);
  }

  /** Writes a file, at a time of its own, as an editor does. */
  private void file(String path, String text) throws IOException {
    Path file = folder.resolve(path);
    Files.createDirectories(file.getParent());
    Files.writeString(file, text);
    clock += 10_000;
    Files.setLastModifiedTime(file, FileTime.fromMillis(clock));
  }

  /** What version control wrote just now stands still, as it would a moment later. */
  private void still() throws IOException {
    for (String path : FolderScan.of(folder).documents().keySet()) {
      clock += 10;
      Files.setLastModifiedTime(folder.resolve(path), FileTime.fromMillis(clock));
    }
  }

  private String file(String path) throws IOException {
    return Files.readString(folder.resolve(path));
  }

  private Stored document(String path) {
    return workspace.snapshot().document(workspace.snapshot().revision(path).orElseThrow().id());
  }

  private String text(String path) {
    return document(path).text();
  }

  private void type(String path, String old, String text) {
    Stored now = document(path);
    int at = now.text().indexOf(old);
    workspace.update(
        now.id(),
        new Sent(
            now.version(),
            "page",
            now.version(),
            "me",
            List.of(TextChange.replace(now.text().length(), at, at + old.length(), text))));
  }

  private void look() throws IOException {
    kept.pass(false);
  }

  @Test
  void aFileOfRowsIsEditedFromBothSidesAndKeepsItsForm() throws Exception {
    file("data/a.csv", "\uFEFFname,note\r\nJuno,\"two\nlines\"\r\nPia,x\r\n");
    look();
    assertEquals("name,note\nJuno,\"two\nlines\"\nPia,x\n", text("data/a.csv"));
    type("data/a.csv", "x", "\"a\nb\"");
    look();
    assertEquals("\uFEFFname,note\r\nJuno,\"two\nlines\"\r\nPia,\"a\nb\"\r\n", file("data/a.csv"));
    file("data/a.csv", file("data/a.csv").replace("Juno", "Wren"));
    look();
    assertTrue(text("data/a.csv").contains("Wren,\"two\nlines\"\nPia,\"a\nb\""));
    try (var rows = workspace.project().files().open("data/a.csv")) {
      assertEquals(text("data/a.csv"), new String(rows.readAllBytes(), StandardCharsets.UTF_8));
    }
  }

  @Test
  void rowsThatAreLargeOrNotUtf8AreReadOnlyUntilTheyAreText() throws Exception {
    Path foreign = folder.resolve("foreign.csv");
    Files.write(foreign, "name\nJérôme\n".getBytes(StandardCharsets.ISO_8859_1));
    file("large.csv", "name\n" + "0123456789\n".repeat(200_000));
    now += 10_000;
    look();
    assertTrue(workspace.snapshot().revision("foreign.csv").isEmpty());
    assertTrue(workspace.snapshot().revision("large.csv").isEmpty());
    assertTrue(workspace.folderProblems().isEmpty());
    assertTrue(
        workspace.project().files().paths().containsAll(List.of("foreign.csv", "large.csv")));
    file("foreign.csv", "name\nJérôme\n");
    file("large.csv", "name\nPia\n");
    look();
    assertEquals("name\nJérôme\n", text("foreign.csv"));
    assertEquals("name\nPia\n", text("large.csv"));
  }

  @Test
  void whatIsSavedIsInTheFileAndWhatIsInTheFileIsTakenIn() throws Exception {
    assertEquals(SUITE, text("s.elmt"));
    type("s.elmt", "| a |", "| x |");
    look();
    assertEquals(SUITE.replace("| a |", "| x |"), file("s.elmt"));
    file("s.elmt", file("s.elmt").replace("| b |", "| y |"));
    file("new/k.elmt", "keyword k\nsteps\n| log | k |\n");
    look();
    assertTrue(text("s.elmt").contains("| y |"));
    assertEquals("keyword k\nsteps\n| log | k |\n", text("new/k.elmt"));
    assertEquals("folder", store.updates(document("s.elmt").id(), 1, 2).get(0).author());
  }

  @Test
  void aChangeOfTheFileIsALineDifference() throws Exception {
    file("s.elmt", SUITE.replace("| b |", "| longer |"));
    look();
    TextChange change = store.updates(document("s.elmt").id(), 0, 1).get(0).change();
    assertEquals(1, change.replacements().size());
    assertEquals("| log | longer |\n", change.replacements().get(0).text());
  }

  @Test
  void aCheckoutOfAnotherBranchIsOneSnapshot() throws Exception {
    git("checkout", "-q", "-b", "other");
    file("s.elmt", SUITE.replace("case one", "case first"));
    for (int i = 0; i < 5; i++) {
      file("p" + i + ".elmt", "page P" + i + "\n");
    }
    git("add", "-A");
    commit("other");
    git("checkout", "-q", "main");
    still();
    look();
    assertEquals(1, workspace.snapshot().revisions().size());
    AtomicInteger snapshots = new AtomicInteger();
    List<FolderChange> told = new ArrayList<>();
    workspace.onChange(
        new WorkspaceListener() {
          @Override
          public void changed() {
            snapshots.incrementAndGet();
          }

          @Override
          public void folderTaken(List<FolderChange> changes) {
            told.addAll(changes);
          }
        });
    git("checkout", "-q", "other");
    still();
    look();
    assertEquals(6, workspace.snapshot().revisions().size());
    assertTrue(text("s.elmt").contains("case first"));
    assertEquals(1, snapshots.get());
    assertEquals(6, told.size(), "all of it is told at once");
    assertTrue(told.contains(new FolderChange("s.elmt", document("s.elmt").id(), 0, 1)));
    // Going back takes them away again; they can be had back.
    git("checkout", "-q", "main");
    still();
    look();
    assertEquals(6, workspace.snapshot().revisions().size(), "they may be about to come");
    now += 1_050;
    look();
    assertEquals(1, workspace.snapshot().revisions().size());
    assertEquals(5, workspace.removed().size());
  }

  @Test
  void editsOfBothSidesAreMergedAndAConflictKeepsBoth() throws Exception {
    type("s.elmt", "| a |", "| mine |");
    file("s.elmt", SUITE.replace("| b |", "| theirs |"));
    look();
    assertTrue(text("s.elmt").contains("| mine |") && text("s.elmt").contains("| theirs |"));
    assertEquals(text("s.elmt"), file("s.elmt"));

    type("s.elmt", "| mine |", "| here |");
    file("s.elmt", file("s.elmt").replace("| mine |", "| there |"));
    look();
    assertTrue(
        text("s.elmt")
            .contains(
                "<<<<<<< Elm Table\n| log | here |\n=======\n| log | there |\n>>>>>>> folder\n"));
    assertEquals(text("s.elmt"), file("s.elmt"));
  }

  @Test
  void aPullWithAConflictAndAStashAreTakenInAsTheyAre() throws Exception {
    git("checkout", "-q", "-b", "theirs");
    file("s.elmt", SUITE.replace("| a |", "| t |"));
    commit("theirs");
    git("checkout", "-q", "main");
    file("s.elmt", SUITE.replace("| a |", "| m |"));
    commit("mine");
    git("merge", "-q", "theirs");
    still();
    look();
    assertTrue(text("s.elmt").contains("<<<<<<< HEAD\n| log | m |\n=======\n| log | t |\n"));
    git("checkout", "-q", "-f", "main");
    git("reset", "-q", "--hard");
    still();
    look();
    assertTrue(text("s.elmt").contains("| m |"));
    type("s.elmt", "| m |", "| edited |");
    look();
    git("stash", "-q");
    still();
    look();
    assertTrue(text("s.elmt").contains("| m |"));
    git("stash", "pop", "-q");
    still();
    look();
    assertTrue(text("s.elmt").contains("| edited |"));
  }

  @Test
  void nothingIsTouchedWhileVersionControlIsAtIt() throws Exception {
    Files.writeString(folder.resolve(".git/index.lock"), "");
    type("s.elmt", "| a |", "| x |");
    file("n.elmt", "page N\n");
    now = System.currentTimeMillis();
    look();
    assertEquals(SUITE, file("s.elmt"));
    assertFalse(workspace.snapshot().revision("n.elmt").isPresent());
    // One that was left behind long ago holds nothing up.
    now += 11_000;
    look();
    assertTrue(file("s.elmt").contains("| x |"));
    assertTrue(workspace.snapshot().revision("n.elmt").isPresent());
  }

  @Test
  void aFileKeepsItsFormAndItsPermissions() throws Exception {
    file("w.elmt", "\uFEFFsuite W\r\n\r\ncase c\r\nsteps\r\n| log | a |");
    look();
    assertEquals("suite W\n\ncase c\nsteps\n| log | a |", text("w.elmt"));
    Path file = folder.resolve("w.elmt");
    Files.setPosixFilePermissions(
        file, java.nio.file.attribute.PosixFilePermissions.fromString("rwxr-----"));
    type("w.elmt", "| a |", "| b |");
    look();
    assertEquals("\uFEFFsuite W\r\n\r\ncase c\r\nsteps\r\n| log | b |", file("w.elmt"));
    assertEquals(
        "rwxr-----",
        java.nio.file.attribute.PosixFilePermissions.toString(Files.getPosixFilePermissions(file)));
    try (var temporary = Files.list(folder.resolve(".elm/tmp"))) {
      assertEquals(0, temporary.count());
    }
  }

  @Test
  void whatIsNoTextIsNeitherTakenInNorOverwritten() throws Exception {
    byte[] bytes = {'s', 'u', 'i', 't', 'e', ' ', (byte) 0xE9, '\n'};
    Files.write(folder.resolve("l.elmt"), bytes);
    Files.write(folder.resolve("s.elmt"), bytes);
    still();
    look();
    assertFalse(workspace.snapshot().revision("l.elmt").isPresent());
    assertEquals(SUITE, text("s.elmt"));
    assertEquals(
        List.of("l.elmt", "s.elmt"),
        List.copyOf(new TreeSet<>(workspace.folderProblems().keySet())));
    assertTrue(workspace.folderProblems().get("l.elmt").contains("save it as UTF-8"));
    type("s.elmt", "| a |", "| x |");
    look();
    assertArrayEquals(bytes, Files.readAllBytes(folder.resolve("s.elmt")));
    file("l.elmt", "suite L\n");
    look();
    assertEquals("suite L\n", text("l.elmt"));
    assertEquals(Set.of("s.elmt"), workspace.folderProblems().keySet());
  }

  @Test
  void aRenamedFileIsTheSameDocument() throws Exception {
    long id = document("s.elmt").id();
    Files.createDirectories(folder.resolve("suites"));
    Files.move(folder.resolve("s.elmt"), folder.resolve("suites/t.elmt"));
    look();
    assertEquals(id, document("suites/t.elmt").id());
    assertFalse(workspace.snapshot().revision("s.elmt").isPresent());
  }

  @Test
  void whatIsMadeRenamedAndRemovedHereIsSoInTheFolder() throws Exception {
    workspace.create("made.elmt", "suite Made\n", "me");
    look();
    assertEquals("suite Made\n", file("made.elmt"));
    workspace.remove(document("made.elmt").id());
    look();
    assertFalse(Files.exists(folder.resolve("made.elmt")));
    workspace.rename(document("s.elmt").id(), "renamed.elmt");
    look();
    assertEquals(SUITE, file("renamed.elmt"));
    assertFalse(Files.exists(folder.resolve("s.elmt")));
  }

  @Test
  void whatHappenedWhileTheServerWasAwayIsTakenInAtItsStart() throws Exception {
    type("s.elmt", "| a |", "| unwritten |");
    database.close();
    file("s.elmt", SUITE.replace("| b |", "| written |"));
    start();
    assertTrue(text("s.elmt").contains("| unwritten |") && text("s.elmt").contains("| written |"));
    assertEquals(text("s.elmt"), file("s.elmt"));
  }

  @Test
  void hiddenAndIgnoredFoldersAreNotEntered() throws Exception {
    file(".elm/data/x.elmt", "suite X\n");
    file("node_modules/y.elmt", "suite Y\n");
    file("old/z.elmt", "suite Z\n");
    Files.writeString(folder.resolve(".elmignore"), "# not these\n/old/\n");
    look();
    assertEquals(1, workspace.snapshot().revisions().size());
  }

  @Test
  void aDocumentWhoseNameIsNoTextIsToldOf() throws Exception {
    String script = "printf 'suite X\\n' > \"$(printf 'k\\377.elmt')\"";
    Process made =
        new ProcessBuilder("bash", "-c", script).directory(folder.toFile()).inheritIO().start();
    assertEquals(0, made.waitFor());
    Files.writeString(folder.resolve("k\nl.elmt"), "suite Y\n");
    look();
    assertEquals(Set.of("s.elmt"), workspace.snapshot().revisions().keySet());
    assertEquals(2, workspace.folderProblems().size());
    for (String problem : workspace.folderProblems().values()) {
      assertTrue(problem.contains("rename it"), problem);
    }
  }

  @Test
  void whatMayBeInAFolderThatCannotBeReadIsNotTakenForRemoved() throws Exception {
    file("sub/k.elmt", "suite K\n");
    look();
    FolderScan whole = FolderScan.of(folder);
    Map<String, FolderScan.Stamp> documents = new TreeMap<>(whole.documents());
    documents.remove("sub/k.elmt");
    Map<String, String> leftOut = Map.of("sub", "It cannot be read.");
    FolderState state = new FolderState(folder, workspace, new FolderBases(database));
    FolderPass pass =
        new FolderPass(state, new FolderScan(documents, whole.others(), leftOut), true, now);
    pass.read();
    pass.settle();
    pass.keep();
    assertEquals("suite K\n", text("sub/k.elmt"));
    assertEquals(leftOut, state.problems);
  }
}
