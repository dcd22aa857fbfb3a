package elmtable.project;

import elmtable.data.source.ProjectFiles;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What a check looked up, found or not: its result holds as long as none of that changes. What it
 * found in use stands apart.
 */
public final class LookupLog {
  public final Set<Symbol> symbols = new HashSet<>();

  /** Keywords, data sets and fixtures by name; elements by page and name. */
  public final Set<Symbol> used = new HashSet<>();

  /** The versions of the files that were asked for, by path. */
  private final Map<String, Optional<String>> files = new HashMap<>();

  /** The paths of all files, where they were asked for, or null. */
  private List<String> paths;

  /** Whether these files are, as far as they were asked for, what they were then. */
  public boolean holdsWith(ProjectFiles now) {
    return files.entrySet().stream()
            .allMatch(file -> now.version(file.getKey()).equals(file.getValue()))
        && (paths == null || paths.equals(now.paths()));
  }

  /** The same files, noting which are asked for. */
  ProjectFiles noting(ProjectFiles of) {
    return new NotedFiles(of, this);
  }

  /** Whoever opens a file asked for its version before, and may be at work after the check. */
  private record NotedFiles(ProjectFiles of, LookupLog notes) implements ProjectFiles {
    @Override
    public List<String> paths() {
      notes.paths = of.paths();
      return notes.paths;
    }

    @Override
    public Optional<String> version(String path) {
      Optional<String> version = of.version(path);
      notes.files.put(path, version);
      return version;
    }

    @Override
    public InputStream open(String path) throws IOException {
      return of.open(path);
    }

    @Override
    public Path local(String path) throws IOException {
      return of.local(path);
    }
  }
}
