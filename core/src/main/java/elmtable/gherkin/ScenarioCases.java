package elmtable.gherkin;

import elmtable.gherkin.GherkinDocument.Background;
import elmtable.gherkin.GherkinDocument.DocString;
import elmtable.gherkin.GherkinDocument.Examples;
import elmtable.gherkin.GherkinDocument.Feature;
import elmtable.gherkin.GherkinDocument.Row;
import elmtable.gherkin.GherkinDocument.Rule;
import elmtable.gherkin.GherkinDocument.Scenario;
import elmtable.gherkin.GherkinDocument.Step;
import elmtable.gherkin.GherkinDocument.Tag;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The cases that a document's own text stands for: its scenarios, and its outlines a row each. */
public final class ScenarioCases {
  /**
   * One case.
   *
   * @param line of its row of examples, else of its scenario; counted from one
   * @param tags inherited ones first
   * @param steps those of backgrounds first
   */
  public record ScenarioCase(String name, int line, List<String> tags, List<CaseStep> steps) {}

  /** A step with a row's values filled in; the text beneath it or the table may be missing. */
  public record CaseStep(
      String keyword, String text, Optional<DocString> docString, List<List<String>> table) {}

  private final List<ScenarioCase> cases = new ArrayList<>();

  private ScenarioCases() {}

  /** The cases in the order of the document; a scenario without steps gives none. */
  public static List<ScenarioCase> of(Feature feature) {
    ScenarioCases all = new ScenarioCases();
    List<Step> background = feature.background().map(Background::steps).orElse(List.of());
    feature.scenarios().forEach(each -> all.scenario(each, feature.tags(), background));
    for (Rule rule : feature.rules()) {
      List<Tag> tags = joined(feature.tags(), rule.tags());
      List<Step> steps =
          joined(background, rule.background().map(Background::steps).orElse(List.of()));
      rule.scenarios().forEach(each -> all.scenario(each, tags, steps));
    }
    return List.copyOf(all.cases);
  }

  private void scenario(Scenario scenario, List<Tag> inherited, List<Step> background) {
    if (scenario.steps().isEmpty()) {
      return;
    }
    List<Tag> tags = joined(inherited, scenario.tags());
    if (scenario.examples().isEmpty()) {
      add(scenario, scenario.title().line(), tags, background, List.of(), List.of());
    }
    for (Examples examples : scenario.examples()) {
      List<Tag> all = joined(tags, examples.tags());
      for (Row row : examples.rows()) {
        add(scenario, row.line(), all, background, examples.columns(), row.texts());
      }
    }
  }

  private void add(
      Scenario scenario,
      int line,
      List<Tag> tags,
      List<Step> background,
      List<String> columns,
      List<String> cells) {
    List<CaseStep> steps = new ArrayList<>();
    background.forEach(step -> steps.add(step(step, List.of(), List.of())));
    scenario.steps().forEach(step -> steps.add(step(step, columns, cells)));
    cases.add(
        new ScenarioCase(
            filled(scenario.title().name(), columns, cells),
            line,
            tags.stream().map(Tag::name).toList(),
            List.copyOf(steps)));
  }

  private static CaseStep step(Step step, List<String> columns, List<String> cells) {
    Optional<DocString> text =
        step.docString()
            .map(doc ->
                new DocString(
                    filled(doc.mediaType(), columns, cells),
                    filled(doc.content(), columns, cells),
                    doc.range()));
    List<List<String>> table =
        step.table().stream()
            .map(row -> row.texts().stream().map(cell -> filled(cell, columns, cells)).toList())
            .toList();
    return new CaseStep(step.keyword(), filled(step.text(), columns, cells), text, table);
  }

  private static String filled(String text, List<String> columns, List<String> cells) {
    return elmtable.language.Step.filled(text, columns, cells);
  }

  private static <T> List<T> joined(List<T> first, List<T> second) {
    List<T> all = new ArrayList<>(first);
    all.addAll(second);
    return all;
  }
}
