package elmtable.server.command;

import elmtable.project.Project;
import elmtable.server.store.FolderReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** A project that is a folder, for commands that read one. */
final class ProjectFolder {
  private ProjectFolder() {}

  static Project read(Path folder) {
    if (!Files.isDirectory(folder)) {
      throw new RefusalException(
          "There is no folder " + folder + "; name the folder of a project.");
    }
    try {
      FolderReader reading = FolderReader.of(folder);
      return Project.of(reading.documents(), reading.files(), ExtensionFolder.keywords());
    } catch (IOException unreadable) {
      throw new RefusalException(
          "The folder " + folder + " cannot be read: " + unreadable.getMessage());
    }
  }
}
