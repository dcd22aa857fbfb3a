package elmtable.server.http;

import elmtable.data.source.ProjectFiles;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.UUID;

/**
 * A project's files with another one in place of one.
 *
 * @param version tells it from all others that were tried
 */
record ReplacedFile(ProjectFiles others, String path, Path content, UUID version)
    implements ProjectFiles {
  @Override
  public List<String> paths() {
    return others.paths();
  }

  @Override
  public Optional<String> version(String of) {
    return of.equals(path) ? Optional.of(version.toString()) : others.version(of);
  }

  @Override
  public InputStream open(String of) throws IOException {
    return of.equals(path) ? Files.newInputStream(content) : others.open(of);
  }

  @Override
  public Path local(String of) throws IOException {
    return of.equals(path) ? content : others.local(of);
  }
}
