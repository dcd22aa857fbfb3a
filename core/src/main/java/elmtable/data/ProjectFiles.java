package elmtable.data;

import java.io.FileNotFoundException;
import java.io.IOException;
import java.io.InputStream;
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
}
