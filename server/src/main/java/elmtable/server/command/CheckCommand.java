package elmtable.server.command;

import elmtable.check.CheckedProject;
import elmtable.text.Diagnostic;
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

  private static Map<String, Object> fields(Found found) {
    Map<String, Object> fields = new LinkedHashMap<>();
    fields.put("file", found.path());
    fields.put("line", found.problem().range().line() + 1);
    fields.put("column", found.problem().range().start() + 1);
    fields.put("code", found.problem().problem().code());
    fields.put("severity", found.problem().severity().name().toLowerCase(Locale.ROOT));
    fields.put("message", found.problem().message());
    return fields;
  }
}
