package elmtable.data.source;

import java.io.FileNotFoundException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Optional;

/** The files of a project that are not documents, by their path in it, with slashes. */
public interface ProjectFiles {
  ProjectFiles NONE =
      new ProjectFiles() {
        @Override
        public List<String> paths() {
          return List.of();
        }

        @Override
        public Optional<String> version(String path) {
          return Optional.empty();
        }

        @Override
        public InputStream open(String path) throws IOException {
          throw new FileNotFoundException(path);
        }
      };

  List<String> paths();

  /** Something that differs whenever the content does, or nothing where there is no such file. */
  Optional<String> version(String path);

  InputStream open(String path) throws IOException;

  /**
   * A file of this machine with the content, for readers that jump about in it: a copy, unless it
   * is one anyhow.
   */
  default Path local(String path) throws IOException {
    Path copy = Files.createTempFile("elm-table-", ".data");
    copy.toFile().deleteOnExit();
    try (InputStream in = open(path)) {
      Files.copy(in, copy, StandardCopyOption.REPLACE_EXISTING);
    }
    return copy;
  }
}
