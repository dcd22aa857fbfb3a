package elmtable.server.command;

import elmtable.check.CheckedProject;
import elmtable.text.Diagnostic;
import elmtable.text.Edit;
import elmtable.text.Fix;
import elmtable.text.Severity;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Lists a project's problems, one a line. */
@Command(
    name = "check",
    mixinStandardHelpOptions = true,
    description = "Lists the problems of a project folder.")
final class CheckCommand implements Callable<Integer> {
  @Parameters(paramLabel = "DIR", description = "Folder of the project.")
  private Path folder;

  @Option(names = "--json", description = "Print a JSON list.")
  private boolean json;

  @Spec private CommandSpec spec;

  private record Found(String path, Diagnostic problem) {}

  @Override
  public Integer call() {
    CheckedProject project = CheckedProject.of(ProjectFolder.read(folder));
    List<Found> found =
        project.problems().entrySet().stream()
            .flatMap(entry ->
                entry.getValue().stream().map(problem -> new Found(entry.getKey(), problem)))
            .sorted(Comparator.comparing(Found::path))
            .toList();
    PrintWriter out = spec.commandLine().getOut();
    if (json) {
      out.println(Json.write(found.stream().map(CheckCommand::fields).toList()));
    } else {
      found.forEach(f -> out.println(line(f)));
    }
    out.flush();
    return found.stream().anyMatch(f -> f.problem().severity() == Severity.ERROR) ? 1 : 0;
  }

  private static String line(Found found) {
    Diagnostic problem = found.problem();
    return found.path()
        + ":"
        + (problem.range().line() + 1)
        + ":"
        + (problem.range().start() + 1)
        + " "
        + problem.problem().code()
        + " "
        + problem.message();
  }

  /** Lines and columns count from 1; the end is the column behind the last character. */
  private static Map<String, Object> fields(Found found) {
    Diagnostic problem = found.problem();
    Map<String, Object> fields = new LinkedHashMap<>();
    fields.put("file", found.path());
    fields.put("line", problem.range().line() + 1);
    fields.put("column", problem.range().start() + 1);
    fields.put("end", problem.range().end() + 1);
    fields.put("code", problem.problem().code());
    fields.put("severity", problem.severity().name().toLowerCase(Locale.ROOT));
    fields.put("message", problem.message());
    fields.put("fixes", problem.fixes().stream().map(fix -> fix(fix, found.path())).toList());
    return fields;
  }

  private static Map<String, Object> fix(Fix fix, String path) {
    Map<String, Object> fields = new LinkedHashMap<>();
    fields.put("label", fix.label());
    fields.put("edits", fix.edits().stream().map(edit -> edit(edit, path)).toList());
    return fields;
  }

  private static Map<String, Object> edit(Edit edit, String path) {
    Map<String, Object> fields = new LinkedHashMap<>();
    fields.put("file", edit.document().isEmpty() ? path : edit.document());
    fields.put("line", edit.range().line() + 1);
    if (edit.removesLine()) {
      fields.put("removes", "line");
      return fields;
    }
    fields.put("column", edit.range().start() + 1);
    fields.put("end", edit.range().end() + 1);
    fields.put("text", edit.text());
    return fields;
  }
}
