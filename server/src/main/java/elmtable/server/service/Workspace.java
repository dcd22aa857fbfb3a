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
  private volatile State state;

  /** A snapshot with the revision of each document in it. */
  public record State(CheckedProject checked, Map<String, Long> revisions) {
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
    this.state =
        new State(
            CheckedProject.of(Project.of(texts, store.files(), keywords)), Map.copyOf(revisions));
  }

  public String name() {
    return name;
  }

  public State state() {
    return state;
  }

  public Project project() {
    return state.project();
  }

  /** Is called after each change of the project. */
  public void onChange(Runnable listener) {
    listeners.add(listener);
  }

  /**
   * Saves a document's text. Throws {@link DocumentStore.Conflict} where {@code revision} is not
   * its current one.
   */
  public State save(String path, String text, long revision) {
    State saved;
    synchronized (this) {
      Optional<String> before = project().document(path).map(document -> document.text());
      if (before.equals(Optional.of(text)) && state.revision(path) == revision) {
        return state;
      }
      long next = store.save(path, text, revision, "local");
      Map<String, Long> revisions = new HashMap<>(state.revisions());
      revisions.put(path, next);
      saved = new State(state.checked().with(project().with(path, text)), Map.copyOf(revisions));
      state = saved;
    }
    listeners.forEach(Runnable::run);
    return saved;
  }
}
