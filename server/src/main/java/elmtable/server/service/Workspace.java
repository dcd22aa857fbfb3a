package elmtable.server.service;

import elmtable.check.CheckedProject;
import elmtable.data.source.ProjectFiles;
import elmtable.keyword.KeywordRegistry;
import elmtable.project.Project;
import elmtable.server.store.DocumentStore;
import elmtable.server.store.DocumentStore.Batch;
import elmtable.server.store.DocumentStore.Stored;
import elmtable.server.store.DocumentStore.Update;
import elmtable.text.SourceText;
import elmtable.text.TextChange;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Consumer;

/**
 * The project as it is now: an immutable snapshot that is replaced when a document changes. A
 * change is on disk before anyone sees it, and nothing is checked or planned on its way.
 */
public final class Workspace {
  private final DocumentStore store;
  private final String name;
  private final List<WorkspaceListener> listeners = new CopyOnWriteArrayList<>();
  private volatile Snapshot snapshot;
  private volatile Map<String, String> folderProblems = Map.of();

  /** The snapshot that changes are made on; others see it once the outermost change is done. */
  private Snapshot working;

  private int depth;
  private final List<Runnable> untold = new ArrayList<>();

  /** What became of updates that were sent. */
  public sealed interface Answer {
    /** They are on disk; {@code version} is the document's now. */
    record Accepted(long version) implements Answer {}

    /** The document went on meanwhile. */
    record Behind(long version, List<Update> since) implements Answer {}
  }

  /** Updates as a page sends them, the first one with its number. */
  public record Sent(
      long version, String client, long first, String author, List<TextChange> changes) {}

  /** A project whose files lie in the store, too. */
  public Workspace(DocumentStore store, KeywordRegistry keywords) {
    this(store, keywords, store.projectName().orElse("New project"), store.files().current());
  }

  public Workspace(DocumentStore store, KeywordRegistry keywords, String name, ProjectFiles files) {
    this.store = store;
    this.name = name;
    Map<String, String> texts = new HashMap<>();
    Map<String, Revision> revisions = new HashMap<>();
    for (Stored document : store.documents()) {
      texts.put(document.path(), document.text());
      revisions.put(document.path(), new Revision(document.id(), document.version()));
    }
    this.snapshot =
        new Snapshot(
            1, CheckedProject.of(Project.of(texts, files, keywords)), Map.copyOf(revisions));
    this.working = snapshot;
    normalizeLines();
  }

  /** Lines end in LF in memory; a text of an older version may have other ends. */
  private void normalizeLines() {
    for (Map.Entry<String, Revision> entry : snapshot.revisions().entrySet()) {
      String text = project().document(entry.getKey()).orElseThrow().text();
      String normal = SourceText.normal(text);
      if (!normal.equals(text)) {
        TextChange change = TextChange.replace(text.length(), 0, text.length(), normal);
        Revision revision = entry.getValue();
        update(
            revision.id(),
            new Sent(
                revision.version(), "line ends", revision.version(), "import", List.of(change)));
      }
    }
  }

  public String name() {
    return name;
  }

  public Snapshot snapshot() {
    return snapshot;
  }

  public Project project() {
    return snapshot.project();
  }

  /**
   * Is told of each change, in their order and before the next one begins, so it may not take long.
   */
  public void onChange(WorkspaceListener listener) {
    listeners.add(listener);
  }

  /**
   * Puts updates behind a document's last one. They are on disk when it returns. Throws {@link
   * MissingDocumentException} and {@link BadChangeException}.
   */
  public synchronized Answer update(long id, Sent sent) {
    Stored document = working.document(id);
    if (sent.version() > document.version()) {
      throw new BadChangeException(
          "The document “" + document.path() + "” has no version " + sent.version() + " yet.");
    }
    if (sent.version() < document.version()) {
      return new Answer.Behind(document.version(), since(id, sent.version()));
    }
    if (sent.changes().isEmpty()) {
      return new Answer.Accepted(document.version());
    }
    Batch batch = UpdateBatches.of(document, sent);
    store.append(batch);
    publish(List.of(batch));
    return new Answer.Accepted(batch.updates().getLast().version());
  }

  /** Puts one change behind the last one of each document, all or none. */
  synchronized void update(long changeSet, String author, Map<Long, TextChange> changes) {
    List<Batch> batches = new ArrayList<>();
    changes.forEach((id, change) -> {
      Stored document = working.document(id);
      Sent sent = new Sent(document.version(), "changes " + changeSet, 0, author, List.of(change));
      batches.add(UpdateBatches.of(document, sent));
    });
    store.append(changeSet, batches);
    publish(batches);
  }

  /** The updates of a document behind a version. Throws {@link MissingUpdatesException}. */
  public List<Update> since(long id, long version) {
    Stored document = snapshot().document(id);
    List<Update> updates = store.updates(id, version, document.version());
    if (updates.size() != document.version() - version) {
      throw new MissingUpdatesException(document.path());
    }
    return updates;
  }

  private void publish(List<Batch> batches) {
    Project project = working.project();
    Map<String, Revision> revisions = new HashMap<>(working.revisions());
    Map<String, Batch> byPath = new LinkedHashMap<>();
    for (Batch batch : batches) {
      String path = working.path(batch.document()).orElseThrow();
      project = project.with(path, batch.text());
      revisions.put(path, new Revision(batch.document(), batch.updates().getLast().version()));
      byPath.put(path, batch);
    }
    replace(project, revisions);
    byPath.forEach(
        (path, batch) -> tell(each -> each.updated(batch.document(), path, batch.updates())));
    tellOfChange();
  }

  private void replace(Project project, Map<String, Revision> revisions) {
    working =
        new Snapshot(snapshot.number() + 1, working.checked().with(project), Map.copyOf(revisions));
    if (depth == 0) {
      snapshot = working;
    }
  }

  /** Makes several changes, which are one snapshot for everybody else. */
  public synchronized void together(Runnable changes) {
    depth++;
    try {
      changes.run();
    } finally {
      depth--;
      if (depth == 0 && working != snapshot) {
        snapshot = working;
        List<Runnable> told = List.copyOf(untold);
        untold.clear();
        told.forEach(Runnable::run);
        listeners.forEach(WorkspaceListener::changed);
      }
    }
  }

  private void tell(Consumer<WorkspaceListener> what) {
    Runnable telling = () -> listeners.forEach(what);
    if (depth == 0) {
      telling.run();
    } else {
      untold.add(telling);
    }
  }

  private void tellOfChange() {
    if (depth == 0) {
      listeners.forEach(WorkspaceListener::changed);
    }
  }

  /**
   * Makes a document. Throws {@link PathTakenException} where another has a path that is the same
   * but for letter case.
   */
  public synchronized Stored create(String path, String text, String author) {
    requireFree(path, -1);
    String normal = SourceText.normal(text);
    UpdateBatches.requireText(path, normal);
    Stored made = store.create(path, normal, author);
    Map<String, Revision> revisions = new HashMap<>(working.revisions());
    revisions.put(path, new Revision(made.id(), 0));
    replace(working.project().with(path, normal), revisions);
    tellOfDocuments();
    return made;
  }

  private void requireFree(String path, long except) {
    for (Map.Entry<String, Revision> entry : working.revisions().entrySet()) {
      if (entry.getValue().id() != except && samePath(entry.getKey(), path)) {
        throw new PathTakenException(entry.getKey());
      }
    }
  }

  /** Throws {@link PathTakenException} where documents at these paths could not all be made. */
  public void requireFree(Collection<String> paths) {
    Map<String, String> known = new HashMap<>();
    snapshot.revisions().keySet().forEach(path -> known.put(SourceText.foldedPath(path), path));
    for (String path : paths) {
      String other = known.putIfAbsent(SourceText.foldedPath(path), path);
      if (other != null && !other.equals(path)) {
        throw new PathTakenException(other);
      }
    }
  }

  /** Some file systems take such names for one. */
  private static boolean samePath(String a, String b) {
    return SourceText.foldedPath(a).equals(SourceText.foldedPath(b));
  }

  /** Takes a document away; it can be brought back. Throws {@link MissingDocumentException}. */
  public synchronized void remove(long id) {
    Stored document = working.document(id);
    store.remove(id);
    Map<String, Revision> revisions = new HashMap<>(working.revisions());
    revisions.remove(document.path());
    replace(working.project().without(document.path()), revisions);
    tellOfDocuments();
  }

  /** Puts an older state of a document behind its last one, as a new change by lines. */
  public synchronized Stored takeBack(long id, long version, String author) {
    Stored now = working.document(id);
    if (version < 0 || version > now.version()) {
      throw new BadChangeException("“" + now.path() + "” has no version " + version + ".");
    }
    TextChange change = LineDifference.between(now.text(), store.text(id, version));
    String client = "take back " + version;
    update(id, new Sent(now.version(), client, now.version(), author, List.of(change)));
    return working.document(id);
  }

  /** Gives a document another path. Throws {@link PathTakenException}. */
  public synchronized void rename(long id, String path) {
    Stored document = working.document(id);
    requireFree(path, id);
    store.rename(id, path);
    Map<String, Revision> revisions = new HashMap<>(working.revisions());
    revisions.put(path, revisions.remove(document.path()));
    replace(working.project().without(document.path()).with(path, document.text()), revisions);
    tellOfDocuments();
  }

  /** Other files lie beside the documents, or the same ones hold something else. */
  public synchronized void filesChanged(ProjectFiles files) {
    replace(working.project().withFiles(files), working.revisions());
    tellOfChange();
  }

  /**
   * Changes came in from the folder; what could not be taken in or written is told with the reason.
   */
  public void folderTaken(List<FolderChange> changes, Map<String, String> problems) {
    boolean others = !problems.equals(folderProblems);
    folderProblems = Map.copyOf(problems);
    if (!changes.isEmpty() || others) {
      listeners.forEach(listener -> listener.folderTaken(changes));
    }
  }

  /** Why files of the folder are not taken in or not written, by path. */
  public Map<String, String> folderProblems() {
    return folderProblems;
  }

  /** Brings a removed document back. Throws {@link PathTakenException}. */
  public synchronized Stored restore(long id) {
    DocumentStore.Removed removed =
        store.removed().stream()
            .filter(each -> each.id() == id)
            .findFirst()
            .orElseThrow(() -> new MissingDocumentException(id));
    requireFree(removed.path(), id);
    String text = store.text(id, removed.version());
    store.restore(id);
    Map<String, Revision> revisions = new HashMap<>(working.revisions());
    revisions.put(removed.path(), new Revision(id, removed.version()));
    replace(working.project().with(removed.path(), text), revisions);
    tellOfDocuments();
    return new Stored(id, removed.path(), removed.version(), text);
  }

  /** What was removed and can be brought back, the last first. */
  public List<DocumentStore.Removed> removed() {
    return store.removed();
  }

  private void tellOfDocuments() {
    tell(WorkspaceListener::documentsChanged);
    tellOfChange();
  }
}
