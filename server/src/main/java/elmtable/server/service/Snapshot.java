package elmtable.server.service;

import elmtable.check.CheckedProject;
import elmtable.project.Project;
import elmtable.server.store.DocumentStore.Stored;
import java.util.Map;
import java.util.Optional;

/**
 * A snapshot with the revision of each document in it.
 *
 * @param number counts snapshots since the server started
 */
public record Snapshot(long number, CheckedProject checked, Map<String, Revision> revisions) {
  public Project project() {
    return checked.project();
  }

  public Optional<Revision> revision(String path) {
    return Optional.ofNullable(revisions.get(path));
  }

  /** Where a document is; nothing for one that is not there. */
  public Optional<String> path(long id) {
    return revisions.entrySet().stream()
        .filter(entry -> entry.getValue().id() == id)
        .map(Map.Entry::getKey)
        .findFirst();
  }

  /** The document as it is. Throws {@link MissingDocumentException}. */
  public Stored document(long id) {
    String path = path(id).orElseThrow(() -> new MissingDocumentException(id));
    return new Stored(
        id, path, revisions.get(path).version(), project().document(path).orElseThrow().text());
  }
}
