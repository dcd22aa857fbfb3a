package elmtable.server.service;

import elmtable.server.store.DocumentStore.Update;
import java.util.List;

/** Is told of changes of the project, one after another. */
public interface WorkspaceListener {
  /** A document has these updates behind the last ones told of. */
  default void updated(long document, String path, List<Update> updates) {}

  /** Documents came, went or have other paths. */
  default void documentsChanged() {}

  /** These changes came in from the folder, or its problems are other ones. */
  default void folderTaken(List<FolderChange> changes) {}

  /** There is a new snapshot. */
  default void changed() {}
}
