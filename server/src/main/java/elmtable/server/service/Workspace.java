package elmtable.server.service;

import elmtable.check.CheckedProject;
import elmtable.keyword.KeywordRegistry;
import elmtable.project.Project;
import elmtable.server.store.DocumentStore;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;

/**
 * The project as it is now: an immutable snapshot that is replaced when a document is saved. Saving
 * is on disk before anyone sees it.
 */
public final class Workspace {
  private final DocumentStore store;
  private final String name;
  private final List<Runnable> listeners = new CopyOnWriteArrayList<>();
  private volatile Snapshot snapshot;

  /** A snapshot with the revision of each document in it. */
  public record Snapshot(CheckedProject checked, Map<String, Long> revisions) {
    public Project project() {
      return checked.project();
    }

    public long revision(String path) {
      return revisions.getOrDefault(path, 0L);
    }
  }

  public Workspace(DocumentStore store, KeywordRegistry keywords) {
    this.store = store;
    this.name = store.projectName().orElse("New project");
    Map<String, String> texts = new HashMap<>();
    Map<String, Long> revisions = new HashMap<>();
    for (DocumentStore.Stored document : store.documents()) {
      texts.put(document.path(), document.text());
      revisions.put(document.path(), document.revision());
    }
    this.snapshot =
        new Snapshot(
            CheckedProject.of(Project.of(texts, store.files(), keywords)), Map.copyOf(revisions));
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

  /** Is called after each change of the project. */
  public void onChange(Runnable listener) {
    listeners.add(listener);
  }

  /**
   * Saves a document's text. Throws {@link DocumentStore.ConflictException} where {@code revision}
   * is not its current one.
   */
  public Snapshot save(String path, String text, long revision) {
    Snapshot saved;
    synchronized (this) {
      Optional<String> before = project().document(path).map(document -> document.text());
      if (before.equals(Optional.of(text)) && snapshot.revision(path) == revision) {
        return snapshot;
      }
      long next = store.save(path, text, revision, "local");
      Map<String, Long> revisions = new HashMap<>(snapshot.revisions());
      revisions.put(path, next);
      saved =
          new Snapshot(snapshot.checked().with(project().with(path, text)), Map.copyOf(revisions));
      snapshot = saved;
    }
    listeners.forEach(Runnable::run);
    return saved;
  }
}
