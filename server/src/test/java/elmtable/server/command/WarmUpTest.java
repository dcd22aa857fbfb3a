package elmtable.server.command;

import static org.junit.jupiter.api.Assertions.assertDoesNotThrow;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.run.Runner;
import elmtable.run.request.KeptValues;
import elmtable.server.http.WebServer;
import elmtable.server.service.ChangeSets;
import elmtable.server.service.DataFiles;
import elmtable.server.service.Housekeeping;
import elmtable.server.service.RunService;
import elmtable.server.service.Services;
import elmtable.server.service.Workspace;
import elmtable.server.store.Database;
import elmtable.server.store.DocumentStore;
import elmtable.server.store.RunStore;
import elmtable.server.store.SettingsStore;
import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class WarmUpTest {
  @Test
  void asksOnlyForWhatThereIsAndChangesNothing(@TempDir Path data) throws IOException {
    try (Database database = Database.open(data)) {
      DocumentStore documents = new DocumentStore(database);
      documents.importFolder("Emberwick Kilns", Path.of("../demo"));
      Workspace workspace = new Workspace(documents, BuiltInKeywords.registry());
      RunStore store = new RunStore(database);
      try (RunService runs =
              new RunService(
                  workspace,
                  store,
                  new Runner(() -> {
                    throw new IllegalStateException("no browser in this test");
                  }),
                  KeptValues.NONE);
          WebServer server =
              WebServer.start(
                  0,
                  CompletableFuture.completedFuture(
                      new Services(
                          workspace,
                          documents,
                          new ChangeSets(workspace, documents),
                          DataFiles.inStore(documents, workspace),
                          runs,
                          store,
                          new Housekeeping(documents, store, new SettingsStore(database), runs),
                          new Services.Places(null, data))))) {
        assertDoesNotThrow(() -> WarmUp.of(server.port(), workspace.snapshot()));
        assertTrue(
            workspace.snapshot().revisions().values().stream()
                .allMatch(each -> each.version() == 0));
      }
    }
  }
}
