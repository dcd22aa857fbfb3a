package elmtable.server.command;

import elmtable.gherkin.GherkinDocument;
import elmtable.gherkin.GherkinDocument.Background;
import elmtable.gherkin.GherkinDocument.DocString;
import elmtable.gherkin.GherkinDocument.Examples;
import elmtable.gherkin.GherkinDocument.Fault;
import elmtable.gherkin.GherkinDocument.Feature;
import elmtable.gherkin.GherkinDocument.Row;
import elmtable.gherkin.GherkinDocument.Rule;
import elmtable.gherkin.GherkinDocument.Scenario;
import elmtable.gherkin.GherkinDocument.Step;
import elmtable.gherkin.GherkinDocument.Tag;
import elmtable.gherkin.GherkinParser;
import elmtable.gherkin.ScenarioCases;
import elmtable.gherkin.ScenarioCases.CaseStep;
import elmtable.gherkin.ScenarioCases.ScenarioCase;
import elmtable.text.Counted;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Shows what is in a feature and the cases that it stands for. */
@Command(
    name = "outline",
    mixinStandardHelpOptions = true,
    description = "Shows what is in a feature and the cases that it stands for.")
final class OutlineCommand implements Callable<Integer> {
  @Parameters(paramLabel = "FILE", description = "A document in Gherkin.")
  private Path file;

  @Option(names = "--json", description = "Print JSON.")
  private boolean json;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() {
    GherkinDocument document;
    try {
      document = GherkinParser.parse(Files.readString(file));
    } catch (IOException unreadable) {
      throw new RefusalException(file + " cannot be read: " + unreadable.getMessage() + ".");
    }
    PrintWriter out = spec.commandLine().getOut();
    if (!document.faults().isEmpty()) {
      List<Map<String, Object>> errors = document.faults().stream().map(this::error).toList();
      if (json) {
        out.println(Json.write(Map.of("errors", errors)));
      } else {
        errors.forEach(error ->
            out.println(
                file
                    + ":"
                    + error.get("line")
                    + ":"
                    + error.get("column")
                    + " "
                    + error.get("message")));
      }
      out.flush();
      return 1;
    }
    if (json) {
      out.println(Json.write(whole(document)));
    } else {
      document.feature().ifPresent(feature -> readable(feature, out));
    }
    out.flush();
    return 0;
  }

  private Map<String, Object> error(Fault fault) {
    Map<String, Object> error = new LinkedHashMap<>();
    error.put("line", fault.range().line() + 1);
    error.put("column", fault.range().start() + 1);
    error.put("message", fault.message());
    return error;
  }

  private static void readable(Feature feature, PrintWriter out) {
    out.println(feature.title().keyword() + ": " + feature.title().name());
    List<ScenarioCase> cases = ScenarioCases.of(feature);
    for (ScenarioCase each : cases) {
      String tags = String.join(" ", each.tags());
      out.printf("%5d  %s%s%n", each.line(), each.name(), tags.isEmpty() ? "" : "  " + tags);
    }
    long scenarios =
        feature.scenarios().size()
            + feature.rules().stream().mapToLong(rule -> rule.scenarios().size()).sum();
    out.println(Counted.of(scenarios, "scenario") + ", " + Counted.of(cases.size(), "case"));
  }

  private static Map<String, Object> whole(GherkinDocument document) {
    Map<String, Object> whole = new LinkedHashMap<>();
    whole.put("language", document.language());
    whole.put("feature", document.feature().map(OutlineCommand::feature).orElse(null));
    whole.put(
        "cases",
        document.feature().map(ScenarioCases::of).orElse(List.of()).stream()
            .map(OutlineCommand::executable)
            .toList());
    return whole;
  }

  private static Map<String, Object> feature(Feature feature) {
    Map<String, Object> view = new LinkedHashMap<>();
    view.put("keyword", feature.title().keyword());
    view.put("name", feature.title().name());
    view.put("line", feature.title().line());
    view.put("tags", tags(feature.tags()));
    view.put("description", feature.description());
    view.put("background", background(feature.background()));
    view.put("scenarios", feature.scenarios().stream().map(OutlineCommand::scenario).toList());
    view.put("rules", feature.rules().stream().map(OutlineCommand::rule).toList());
    return view;
  }

  private static Map<String, Object> rule(Rule rule) {
    Map<String, Object> view = new LinkedHashMap<>();
    view.put("line", rule.title().line());
    view.put("name", rule.title().name());
    view.put("tags", tags(rule.tags()));
    view.put("background", background(rule.background()));
    view.put("scenarios", rule.scenarios().stream().map(OutlineCommand::scenario).toList());
    return view;
  }

  private static Map<String, Object> background(Optional<Background> background) {
    if (background.isEmpty()) {
      return null;
    }
    Map<String, Object> view = new LinkedHashMap<>();
    view.put("line", background.get().title().line());
    view.put("name", background.get().title().name());
    view.put("steps", background.get().steps().stream().map(OutlineCommand::step).toList());
    return view;
  }

  private static Map<String, Object> scenario(Scenario scenario) {
    Map<String, Object> view = new LinkedHashMap<>();
    view.put("keyword", scenario.title().keyword());
    view.put("name", scenario.title().name());
    view.put("line", scenario.title().line());
    view.put("tags", tags(scenario.tags()));
    view.put("description", scenario.description());
    view.put("steps", scenario.steps().stream().map(OutlineCommand::step).toList());
    view.put("examples", scenario.examples().stream().map(OutlineCommand::examples).toList());
    return view;
  }

  private static Map<String, Object> examples(Examples examples) {
    Map<String, Object> view = new LinkedHashMap<>();
    view.put("name", examples.title().name());
    view.put("line", examples.title().line());
    view.put("tags", tags(examples.tags()));
    view.put("header", examples.columns());
    view.put("rows", examples.rows().stream().map(Row::texts).toList());
    return view;
  }

  private static Map<String, Object> step(Step step) {
    Map<String, Object> view = new LinkedHashMap<>();
    view.put("keyword", step.keyword());
    view.put("text", step.text());
    view.put("line", step.line());
    view.put("docString", docString(step.docString()));
    view.put(
        "table", step.table().isEmpty() ? null : step.table().stream().map(Row::texts).toList());
    return view;
  }

  private static Map<String, Object> executable(ScenarioCase each) {
    Map<String, Object> view = new LinkedHashMap<>();
    view.put("name", each.name());
    view.put("line", each.line());
    view.put("tags", each.tags());
    view.put("steps", each.steps().stream().map(OutlineCommand::caseStep).toList());
    return view;
  }

  private static Map<String, Object> caseStep(CaseStep step) {
    Map<String, Object> view = new LinkedHashMap<>();
    view.put("keyword", step.keyword());
    view.put("text", step.text());
    view.put("docString", docString(step.docString()));
    view.put("table", step.table().isEmpty() ? null : step.table());
    return view;
  }

  private static Map<String, Object> docString(Optional<DocString> text) {
    if (text.isEmpty()) {
      return null;
    }
    Map<String, Object> view = new LinkedHashMap<>();
    view.put("mediaType", text.get().mediaType().isEmpty() ? null : text.get().mediaType());
    view.put("content", text.get().content());
    return view;
  }

  private static List<String> tags(List<Tag> tags) {
    return tags.stream().map(Tag::name).toList();
  }
}
