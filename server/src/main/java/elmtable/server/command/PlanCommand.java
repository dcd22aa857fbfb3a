package elmtable.server.command;

import elmtable.block.Scope;
import elmtable.plan.CaseOrder;
import elmtable.plan.CasePlan;
import elmtable.plan.ExecutableCase;
import elmtable.plan.Expansion;
import elmtable.plan.Plan;
import elmtable.project.CaseRow;
import elmtable.project.Project;
import elmtable.text.Counted;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
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

  @Option(
      names = "--page",
      paramLabel = "N",
      description = "Only this page of the executable cases, from 1.")
  private Integer page;

  @Option(
      names = "--page-size",
      paramLabel = "N",
      description = "Executable cases on a page; 100 if left out.")
  private int pageSize = 100;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() {
    Project project = options.overridden(ProjectFolder.read(folder));
    Plan plan = options.plan(project);
    PrintWriter out = spec.commandLine().getOut();
    if (page != null && (page < 1 || pageSize < 1)) {
      throw new RefusalException("Pages count from 1, and each has at least one executable case.");
    }
    if (count) {
      out.println(plan.count());
    } else if (json) {
      json(project, plan, out);
    } else if (page != null) {
      page(plan).forEach(executable -> line(executable, out));
      long pages = (plan.count() + pageSize - 1) / pageSize;
      out.println(
          "page " + page + " of " + pages + ", " + Counted.of(plan.count(), "executable case"));
    } else {
      readable(project, plan, out);
    }
    out.flush();
    return 0;
  }

  private List<ExecutableCase> page(Plan plan) {
    return plan.page((page - 1L) * pageSize, pageSize);
  }

  /** A list that is written as it is expanded, so that its length does not matter. */
  private void json(Project project, Plan plan, PrintWriter out) {
    try (Stream<ExecutableCase> all = page == null ? plan.executables() : page(plan).stream()) {
      String before = "[\n";
      for (Iterator<ExecutableCase> each = all.iterator(); each.hasNext(); before = ",\n") {
        out.print(before + Json.write(fields(project, each.next())));
      }
      out.println(before.startsWith("[") ? "[]" : "\n]");
    }
  }

  private void readable(Project project, Plan plan, PrintWriter out) {
    String suite = "";
    for (CasePlan casePlan : plan.cases()) {
      if (!casePlan.entry().suiteName().equals(suite)) {
        suite = casePlan.entry().suiteName();
        out.println(suite);
      }
      if (!casePlan.isIn()) {
        out.println(
            "  excluded: " + casePlan.entry().name() + " (" + casePlan.exclusionReason() + ")");
      }
      try (Expansion expansion = casePlan.expansion()) {
        expansion.forEachRemaining(executable -> {
          line(executable, out);
          if (options.choosesRows()) {
            order(project, executable, out);
          }
        });
      }
    }
    out.println(Counted.of(plan.count(), "executable case"));
  }

  /** What surrounds an executable case, in the order in which it is carried out. */
  private static void order(Project project, ExecutableCase executable, PrintWriter out) {
    for (CaseOrder.Part part : CaseOrder.of(project, executable.entry(), executable.tags())) {
      String once = part.scope() == Scope.CASE ? "" : ", once for " + scopeWords(part.scope());
      out.println(
          "      %-6s  %s %s%s  %s:%d"
              .formatted(
                  part.phase().name().toLowerCase(Locale.ROOT),
                  part.kind().noun(),
                  part.name(),
                  once,
                  part.document(),
                  part.line()));
    }
  }

  private static String scopeWords(Scope scope) {
    return scope == Scope.ROWS ? "all rows" : "the " + scope.word();
  }

  private static void line(ExecutableCase executable, PrintWriter out) {
    String needed =
        executable.needed().isEmpty() ? "" : "  (needed by " + executable.needed() + ")";
    String fault = executable.fault().isEmpty() ? "" : "  ! " + executable.fault();
    out.println("  " + executable.name() + needed + fault);
  }

  private static Map<String, Object> fields(Project project, ExecutableCase executable) {
    Map<String, Object> fields = new LinkedHashMap<>();
    fields.put("name", executable.name());
    fields.put("identity", executable.identity());
    fields.put("suite", executable.entry().suiteName());
    fields.put("tags", executable.tags());
    fields.put("document", executable.entry().path());
    fields.put("line", executable.entry().located().headerLine() + 1);
    fields.put("row", executable.row().map(row -> row.shown()).orElse(Map.of()));
    fields.put("environment", executable.environment());
    fields.put("browser", executable.browser());
    if (!executable.row().map(CaseRow::key).orElse("").isEmpty()) {
      fields.put("key", executable.row().get().key());
    }
    if (!executable.needed().isEmpty()) {
      fields.put("needed", executable.needed());
    }
    fields.put(
        "order",
        CaseOrder.of(project, executable.entry(), executable.tags()).stream()
            .map(PlanCommand::part)
            .toList());
    if (!executable.fault().isEmpty()) {
      fields.put("fault", executable.fault());
    }
    return fields;
  }

  private static Map<String, Object> part(CaseOrder.Part part) {
    Map<String, Object> fields = new LinkedHashMap<>();
    fields.put("phase", part.phase().name().toLowerCase(Locale.ROOT));
    fields.put("kind", part.kind().noun());
    fields.put("scope", part.scope().word());
    fields.put("name", part.name());
    fields.put("document", part.document());
    fields.put("line", part.line());
    return fields;
  }
}
