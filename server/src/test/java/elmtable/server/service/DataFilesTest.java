package elmtable.server.service;

import static org.junit.jupiter.api.Assertions.assertEquals;

import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.server.store.Database;
import elmtable.server.store.DocumentStore;
import elmtable.server.store.FolderReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class DataFilesTest {
  @Test
  void aFileThatWasSentIsInTheProjectAtOnce(@TempDir Path folder, @TempDir Path data)
      throws IOException {
    try (Database database = Database.open(data)) {
      Workspace workspace =
          new Workspace(
              new DocumentStore(database),
              BuiltInKeywords.registry(),
              "Kilns",
              FolderReader.filesOf(folder));
      DataFiles files = DataFiles.inFolder(folder, workspace);
      for (String text : List.of("first", "second")) {
        files.put(
            "intake/sheet.xlsx", new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)));
        assertEquals(List.of("intake/sheet.xlsx"), workspace.project().files().paths());
        try (InputStream in = workspace.project().files().open("intake/sheet.xlsx")) {
          assertEquals(text, new String(in.readAllBytes(), StandardCharsets.UTF_8));
        }
      }
    }
  }
}
