package elmtable.check;

import elmtable.project.Project;
import elmtable.project.TestProjects;
import elmtable.text.Problem;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** A small project for each problem of the catalogue, which has it. */
public final class ProblemExamples {
  /**
   * @param documents by path; the first has the problem
   * @param files beside the documents, by path
   */
  public record Example(String code, Map<String, String> documents, Map<String, String> files) {
    /** The document with the problem. */
    public String path() {
      return documents.keySet().iterator().next();
    }

    public String text() {
      return documents.get(path());
    }

    public Project project() {
      return TestProjects.of(documents, files);
    }

    @Override
    public String toString() {
      return code;
    }
  }

  private ProblemExamples() {}

  /** In the order of the catalogue; a problem without an example is missing. */
  public static List<Example> all() {
    Map<String, Example> byCode = new LinkedHashMap<>();
    for (String part : text().split("(?m)^=== ")) {
      if (!part.isBlank()) {
        Example example = read(part);
        byCode.put(example.code(), example);
      }
    }
    List<Example> all = new ArrayList<>();
    for (Problem problem : Problem.values()) {
      if (byCode.containsKey(problem.code())) {
        all.add(byCode.get(problem.code()));
      }
    }
    return all;
  }

  private static Example read(String part) {
    String code = part.substring(0, part.indexOf('\n'));
    Map<String, String> documents = new LinkedHashMap<>();
    Map<String, String> files = new LinkedHashMap<>();
    String path = code.startsWith("G") ? "a.feature" : "a.elmt";
    for (String text : part.substring(code.length() + 1).split("(?m)^--- ")) {
      if (text.isEmpty()) {
        // The first document is named, too.
        path = "";
        continue;
      }
      if (!documents.isEmpty() || path.isEmpty()) {
        path = text.substring(0, text.indexOf('\n'));
        text = text.substring(path.length() + 1);
      }
      boolean document = path.endsWith(".elmt") || path.endsWith(".feature");
      (document ? documents : files).put(path, text);
    }
    return new Example(code, documents, files);
  }

  private static String text() {
    try (InputStream in = ProblemExamples.class.getResourceAsStream("/problem-examples.txt")) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }
}
