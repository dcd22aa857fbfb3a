package elmtable.server.command;

import static org.junit.jupiter.api.Assertions.assertDoesNotThrow;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.run.Runner;
import elmtable.server.http.WebServer;
import elmtable.server.service.DataFiles;
import elmtable.server.service.NoBrowsers;
import elmtable.server.service.RunService;
import elmtable.server.service.Services;
import elmtable.server.service.Workspace;
import elmtable.server.store.Database;
import elmtable.server.store.DocumentStore;
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
      assertGoesThrough(database, documents, data);
    }
  }

  @Test
  void asksForADocumentOfAnyName(@TempDir Path data) throws IOException {
    try (Database database = Database.open(data)) {
      DocumentStore documents = new DocumentStore(database);
      documents.create("d/100% sure? #1+a%20b.elmt", "case one\nsteps\n| log | a |\n", "Olga");
      assertGoesThrough(database, documents, data);
    }
  }

  private static void assertGoesThrough(Database database, DocumentStore documents, Path data)
      throws IOException {
    Workspace workspace = new Workspace(documents, BuiltInKeywords.registry());
    Services services =
        Services.of(
            database,
            documents,
            workspace,
            DataFiles.inStore(documents, workspace),
            new Runner(NoBrowsers::new),
            new Services.Places(null, data));
    try (RunService runs = services.runs();
        WebServer server = WebServer.start(0, CompletableFuture.completedFuture(services))) {
      assertDoesNotThrow(() -> WarmUp.of(server.port(), workspace.snapshot()));
      assertTrue(
          workspace.snapshot().revisions().values().stream().allMatch(each -> each.version() == 0));
    }
  }
}
