package elmtable.server.command;

import elmtable.project.Project;
import elmtable.server.store.FolderReading;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** A project that is a folder, for commands that read one. */
final class ProjectFolder {
  private ProjectFolder() {}

  static Project read(Path folder) {
    if (!Files.isDirectory(folder)) {
      throw new Refusal("There is no folder " + folder + "; name the folder of a project.");
    }
    try {
      FolderReading reading = FolderReading.of(folder);
      return Project.of(reading.documents(), reading.files(), ExtensionFolder.keywords());
    } catch (IOException unreadable) {
      throw new Refusal(
          "The folder " + folder + " cannot be read: " + unreadable.getMessage() + ".");
    }
  }
}
