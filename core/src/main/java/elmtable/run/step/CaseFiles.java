package elmtable.run.step;

import elmtable.data.source.ProjectFiles;
import elmtable.formula.FormulaException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Files of the project that a case hands on, as files of this machine under their own names, for as
 * long as the case goes on.
 */
public final class CaseFiles implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(CaseFiles.class);

  private final ProjectFiles files;
  private final Map<String, Path> copies = new LinkedHashMap<>();

  public CaseFiles(ProjectFiles files) {
    this.files = files;
  }

  Path named(String path) {
    Path known = copies.get(path);
    if (known != null) {
      return known;
    }
    if (files.version(path).isEmpty()) {
      throw new FormulaException("The project has no file “" + path + "”.");
    }
    try (InputStream in = files.open(path)) {
      Path folder = Files.createTempDirectory("elm-file-");
      Path copy = folder.resolve(path.substring(path.lastIndexOf('/') + 1));
      copies.put(path, copy);
      Files.copy(in, copy);
      return copy;
    } catch (IOException unreadable) {
      throw new FormulaException(path + " cannot be read: " + unreadable.getMessage() + ".");
    }
  }

  @Override
  public void close() {
    for (Path copy : copies.values()) {
      try {
        Files.deleteIfExists(copy);
        Files.deleteIfExists(copy.getParent());
      } catch (IOException held) {
        LOG.warn("A copy of a project file was left at {}", copy, held);
      }
    }
  }
}
