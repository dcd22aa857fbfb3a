package elmtable.server.command;

import elmtable.plan.CasePlan;
import elmtable.plan.ExecutableCase;
import elmtable.plan.Plan;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Lists the executable cases of a selection. */
@Command(
    name = "plan",
    mixinStandardHelpOptions = true,
    description = "Lists the executable cases of a project folder.")
final class PlanCommand implements Callable<Integer> {
  @Parameters(paramLabel = "DIR", description = "Folder of the project.")
  private Path folder;

  @Mixin private SelectionOptions options;

  @Option(names = "--json", description = "Print a JSON list.")
  private boolean json;

  @Option(names = "--count", description = "Print only how many there are.")
  private boolean count;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() {
    Plan plan = options.plan(ProjectFolder.read(folder));
    PrintWriter out = spec.commandLine().getOut();
    if (count) {
      out.println(plan.count());
    } else if (json) {
      out.println(Json.write(plan.executables().map(PlanCommand::fields).toList()));
    } else {
      readable(plan, out);
    }
    out.flush();
    return 0;
  }

  private static void readable(Plan plan, PrintWriter out) {
    String suite = "";
    for (CasePlan casePlan : plan.cases()) {
      if (!casePlan.entry().suiteName().equals(suite)) {
        suite = casePlan.entry().suiteName();
        out.println(suite);
      }
      if (!casePlan.isIn()) {
        out.println("  out: " + casePlan.entry().name() + " (" + casePlan.out() + ")");
      }
      for (ExecutableCase executable : casePlan.executables()) {
        String fault = executable.fault().isEmpty() ? "" : "  ! " + executable.fault();
        out.println("  " + executable.name() + fault);
      }
    }
    out.println(plan.count() + " executable cases");
  }

  private static Map<String, Object> fields(ExecutableCase executable) {
    Map<String, Object> fields = new LinkedHashMap<>();
    fields.put("name", executable.name());
    fields.put("identity", executable.identity());
    fields.put("suite", executable.entry().suiteName());
    fields.put("tags", executable.tags());
    fields.put("document", executable.entry().path());
    fields.put("line", executable.entry().placed().headerLine() + 1);
    fields.put("row", executable.row().map(row -> row.shown()).orElse(Map.of()));
    fields.put("environment", executable.environment());
    fields.put("browser", executable.browser());
    if (!executable.fault().isEmpty()) {
      fields.put("fault", executable.fault());
    }
    return fields;
  }
}
