package elmtable.data;

import elmtable.data.source.ProjectFiles;
import java.io.ByteArrayInputStream;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;

/** One file, whatever its name. */
public record OneFile(byte[] content) implements ProjectFiles {
  @Override
  public List<String> paths() {
    return List.of();
  }

  @Override
  public Optional<String> version(String path) {
    return Optional.of("1");
  }

  @Override
  public InputStream open(String path) {
    return new ByteArrayInputStream(content);
  }
}
