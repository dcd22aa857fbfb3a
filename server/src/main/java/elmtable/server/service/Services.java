package elmtable.server.service;

import elmtable.server.store.DocumentStore;
import elmtable.server.store.RunStore;
import java.nio.file.Path;

/** Everything that the HTTP side talks to. */
public record Services(
    Workspace workspace,
    DocumentStore documents,
    ChangeSets changeSets,
    DataFiles files,
    RunService runs,
    RunStore store,
    Housekeeping housekeeping,
    Places places) {
  /**
   * Where things lie.
   *
   * @param folder the project's; null where documents lie in the database alone
   * @param data the database's folder
   */
  public record Places(Path folder, Path data) {}
}
