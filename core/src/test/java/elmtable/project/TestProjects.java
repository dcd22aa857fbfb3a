package elmtable.project;

import elmtable.check.CheckedProject;
import elmtable.data.source.ProjectFiles;
import elmtable.keyword.builtin.BuiltInKeywords;
import elmtable.text.Diagnostic;
import java.io.ByteArrayInputStream;
import java.io.FileNotFoundException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Projects in memory, for tests of every package that needs one. */
public final class TestProjects {
  private TestProjects() {}

  /** One document called {@code a.elmt}. */
  public static Project of(String text) {
    return of(text, Map.of());
  }

  /** One document, and files by their path. */
  public static Project of(String text, Map<String, String> files) {
    return of(Map.of("a.elmt", text), files);
  }

  public static Project of(Map<String, String> documents, Map<String, String> files) {
    return Project.of(documents, new Texts(files), BuiltInKeywords.registry());
  }

  /**
   * The problems of a document but for what nothing uses, which is much in a text made for a test.
   */
  public static List<Diagnostic> problems(Project project, String path) {
    return CheckedProject.of(project).problems(path).stream()
        .filter(problem -> !problem.problem().code().startsWith("U"))
        .toList();
  }

  /** Files in memory by their path. */
  public static ProjectFiles files(Map<String, String> texts) {
    return new Texts(texts);
  }

  /** One document called {@code a.elmt}, checked. */
  public static CheckedProject checked(String text) {
    return CheckedProject.of(of(text));
  }

  private record Texts(Map<String, String> files) implements ProjectFiles {
    Texts {
      files = new LinkedHashMap<>(files);
    }

    @Override
    public List<String> paths() {
      return List.copyOf(files.keySet());
    }

    @Override
    public Optional<String> version(String path) {
      return Optional.ofNullable(files.get(path)).map(text -> String.valueOf(text.hashCode()));
    }

    @Override
    public InputStream open(String path) throws IOException {
      if (!files.containsKey(path)) {
        throw new FileNotFoundException(path);
      }
      return new ByteArrayInputStream(files.get(path).getBytes(StandardCharsets.UTF_8));
    }
  }
}
