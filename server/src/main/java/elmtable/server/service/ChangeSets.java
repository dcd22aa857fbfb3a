package elmtable.server.service;

import elmtable.server.store.DocumentStore;
import elmtable.server.store.DocumentStore.Stored;
import elmtable.server.store.DocumentStore.Update;
import elmtable.text.TextChange;
import elmtable.text.TextChange.Replacement;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Changes of several documents that are made and taken back together. */
public final class ChangeSets {
  private final Workspace workspace;
  private final DocumentStore store;

  public ChangeSets(Workspace workspace, DocumentStore store) {
    this.workspace = workspace;
    this.store = store;
  }

  /** A change of the document at a path, which is made where it is missing. */
  public record Part(String path, long version, TextChange change) {}

  /**
   * What was done.
   *
   * @param id names it for its undo
   * @param leftOut how many stretches were left alone, as somebody changed them meanwhile
   */
  public record Done(long id, int leftOut) {}

  /**
   * Makes changes of several documents, all or none; those of older versions are carried over what
   * came since. Throws {@link BadChangeException}.
   */
  public Done apply(List<Part> parts, String author) {
    synchronized (workspace) {
      Map<Long, TextChange> changes = new LinkedHashMap<>();
      for (Part part : parts) {
        Stored document = document(part, author);
        if (changes.put(document.id(), overLater(document, part)) != null) {
          throw new BadChangeException("“" + part.path() + "” is named twice.");
        }
      }
      long id = store.newChangeSet(author);
      workspace.update(id, author, changes);
      return new Done(id, 0);
    }
  }

  private Stored document(Part part, String author) {
    Optional<Revision> known = workspace.snapshot().revision(part.path());
    return known.isPresent()
        ? workspace.snapshot().document(known.get().id())
        : workspace.create(part.path(), "", author);
  }

  private TextChange overLater(Stored document, Part part) {
    TextChange change = part.change();
    for (Update update : workspace.since(document.id(), part.version())) {
      requireSameLength(change, update.change(), document.path());
      change = change.map(update.change(), false);
    }
    return change;
  }

  private static void requireSameLength(TextChange change, TextChange later, String path) {
    if (change.lengthBefore() != later.lengthBefore()) {
      throw new BadChangeException("A change of “" + path + "” does not fit its version.");
    }
  }

  /**
   * Takes a change set back, as a new one. What somebody changed since stays as it is. Throws
   * {@link MissingChangeSetException}.
   */
  public Done undo(long id, String author) {
    synchronized (workspace) {
      Map<Long, Long> versions = store.changeSet(id);
      if (versions.isEmpty()) {
        throw new MissingChangeSetException(id);
      }
      Map<Long, TextChange> changes = new LinkedHashMap<>();
      int leftOut = 0;
      for (Map.Entry<Long, Long> made : versions.entrySet()) {
        Inverse inverse = inverse(made.getKey(), made.getValue());
        leftOut += inverse.leftOut();
        changes.put(made.getKey(), inverse.change());
      }
      long undo = store.newChangeSet(author);
      workspace.update(undo, author, changes);
      return new Done(undo, leftOut);
    }
  }

  private record Inverse(TextChange change, int leftOut) {}

  private Inverse inverse(long document, long version) {
    String before = store.text(document, version - 1);
    TextChange made = store.updates(document, version - 1, version).get(0).change();
    TextChange back = made.invert(before);
    List<Update> since = workspace.since(document, version);
    if (since.isEmpty()) {
      return new Inverse(back, 0);
    }
    TextChange later = since.stream().map(Update::change).reduce(TextChange::compose).orElseThrow();
    List<Replacement> touched = later.replacements();
    List<Replacement> kept =
        back.replacements().stream()
            .filter(mine -> touched.stream().noneMatch(other -> meet(mine, other)))
            .toList();
    TextChange change = TextChange.replaceAll(back.lengthBefore(), kept).map(later, false);
    return new Inverse(change, back.replacements().size() - kept.size());
  }

  private static boolean meet(Replacement a, Replacement b) {
    return a.from() <= b.to() && b.from() <= a.to();
  }
}
