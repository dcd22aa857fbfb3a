package elmtable.server.service;

import elmtable.server.store.DocumentStore;
import elmtable.server.store.FolderReader;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;

/** Where files go that are not documents: data that people upload. */
@FunctionalInterface
public interface DataFiles {
  /** Takes a file in place of the one that is at a path. */
  void put(String path, InputStream content) throws IOException;

  /** Files that lie in the store. */
  static DataFiles inStore(DocumentStore store, Workspace workspace) {
    return (path, content) -> {
      store.files().put(path, content);
      workspace.filesChanged(store.files().current());
    };
  }

  /** Files that lie in the project's folder. */
  static DataFiles inFolder(Path folder, Workspace workspace) {
    return (path, content) -> {
      Path target = folder.resolve(path);
      Files.createDirectories(target.getParent());
      Path temporary = Files.createDirectories(folder.resolve(".elm/tmp"));
      Path beside = Files.createTempFile(temporary, "upload-", "");
      try {
        Files.copy(content, beside, StandardCopyOption.REPLACE_EXISTING);
        Files.move(beside, target, StandardCopyOption.REPLACE_EXISTING);
      } finally {
        Files.deleteIfExists(beside);
      }
      // The folder's next look would find it, too, but who sent it goes on with it now.
      workspace.filesChanged(FolderReader.filesOf(folder));
    };
  }
}
