package elmtable.refactoring;

import elmtable.check.CheckedProject;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.text.Diagnostic;
import elmtable.text.Edit;
import elmtable.text.Severity;
import elmtable.text.SourceText;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What a refactoring would change.
 *
 * @param edits each with its document
 * @param warnings what it would leave different, in words; errors that come with it among them
 * @param refusal why it cannot be done, in words; then there are no edits
 */
public record Preview(List<Edit> edits, List<String> warnings, Optional<String> refusal) {
  public Preview {
    edits = List.copyOf(edits);
    warnings = List.copyOf(warnings);
  }

  static Preview refused(String reason) {
    return new Preview(List.of(), List.of(), Optional.of(reason));
  }

  /** A preview with a warning for each error that the project does not have without it. */
  static Preview of(CheckedProject project, List<Edit> edits, List<String> warnings) {
    Preview preview = new Preview(edits, warnings, Optional.empty());
    Set<String> before = new HashSet<>();
    project.problems().values().forEach(all -> all.forEach(p -> before.add(p.message())));
    List<String> all = new ArrayList<>(warnings);
    project
        .with(preview.applied(project.project()))
        .problems()
        .forEach((path, problems) -> {
          for (Diagnostic problem : problems) {
            if (problem.severity() == Severity.ERROR && !before.contains(problem.message())) {
              all.add(path + ", line " + (problem.range().line() + 1) + ": " + problem.message());
            }
          }
        });
    return new Preview(edits, all, Optional.empty());
  }

  /** The texts of the documents that change, by path. */
  public Map<String, String> texts(Project project) {
    Map<String, List<Edit>> byDocument = new LinkedHashMap<>();
    edits.forEach(
        edit -> byDocument.computeIfAbsent(edit.document(), d -> new ArrayList<>()).add(edit));
    Map<String, String> texts = new HashMap<>();
    byDocument.forEach((path, own) -> {
      String text = project.document(path).map(SourceDocument::text).orElse("");
      texts.put(path, SourceText.apply(text, own));
    });
    return texts;
  }

  /** The project with the edits made. */
  public Project applied(Project project) {
    Project changed = project;
    for (Map.Entry<String, String> text : texts(project).entrySet()) {
      changed = changed.with(text.getKey(), text.getValue());
    }
    return changed;
  }
}
