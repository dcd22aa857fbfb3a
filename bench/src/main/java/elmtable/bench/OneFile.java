package elmtable.bench;

import elmtable.data.source.ProjectFiles;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** The files of a project that has one, {@code rows.csv}. */
record OneFile(Path file) implements ProjectFiles {
  static final String NAME = "rows.csv";

  @Override
  public List<String> paths() {
    return List.of(NAME);
  }

  @Override
  public Optional<String> version(String path) {
    return path.equals(NAME) ? Optional.of("1") : Optional.empty();
  }

  @Override
  public InputStream open(String path) throws IOException {
    return Files.newInputStream(file);
  }

  @Override
  public Path local(String path) {
    return file;
  }
}
