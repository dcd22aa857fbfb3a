package elmtable.conversion;

import elmtable.binding.Binder;
import elmtable.binding.BindingContext;
import elmtable.binding.BoundStep;
import elmtable.block.FixtureList;
import elmtable.block.SuiteOrCase;
import elmtable.data.DataSets;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.Rows;
import elmtable.formula.Template;
import elmtable.gherkin.GherkinWriter;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Line;
import elmtable.language.Lists;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.language.Step;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.FixtureMatch;
import elmtable.project.entry.SuiteEntry;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Writes a document of the table language as a feature. */
final class FeatureFromTable {
  private static final Set<String> CARRIED =
      Set.of("tags", "fixtures", "browsers", "data", "key", "draft");

  private final Project project;
  private final SourceDocument document;
  private final GherkinWriter out = new GherkinWriter();
  private final List<String> lost = new ArrayList<>();

  FeatureFromTable(Project project, SourceDocument document) {
    this.project = project;
    this.document = document;
  }

  Conversion convert() {
    SuiteEntry suite =
        project.index().suites().stream()
            .filter(entry -> entry.path().equals(document.path()))
            .findFirst()
            .orElse(null);
    for (LocatedBlock located : document.document().blocks()) {
      if (located.block().kind() != BlockKind.SUITE && located.block().kind() != BlockKind.CASE) {
        lose(
            located,
            0,
            "the " + located.block().kind().noun() + " “" + located.block().name() + "”");
      }
    }
    if (suite == null) {
      return new Conversion("", lost);
    }
    suite
        .located()
        .ifPresentOrElse(
            located -> head(located), () -> out.title(0, List.of(), "Feature", suite.name(), ""));
    suite.cases().forEach(this::scenario);
    return new Conversion(out.text(), lost);
  }

  private void lose(LocatedBlock located, int line, String what) {
    lost.add("line " + (located.firstLine() + line + 1) + ": " + what);
  }

  private void head(LocatedBlock located) {
    Block suite = located.block();
    out.title(0, tags(located), "Feature", suite.name(), suite.noteText());
    for (SectionBody body : suite.sections()) {
      if (body.section() == Section.SET_UP) {
        out.title(1, List.of(), "Background", "", "");
        BindingContext context = BindingContext.of(suite);
        suite.steps(Section.SET_UP).forEach(step -> step(located, step, context));
      } else {
        lose(located, body.range().line(), "the suite's " + body.section().word());
      }
    }
  }

  /** Tags with and without a meaning of ours; every other property is lost. */
  private List<String> tags(LocatedBlock located) {
    List<String> tags = new ArrayList<>();
    for (Line.Property property : located.block().properties()) {
      List<String> values = Lists.split(property.value());
      switch (property.word()) {
        case "tags" -> values.forEach(tag -> tags.add("@" + GherkinWriter.hyphened(tag)));
        case "fixtures" -> fixtures(located, property, tags);
        case "browsers" -> values.forEach(name -> tags.add(GherkinWriter.tag("browser", name)));
        case "data" -> tags.add(GherkinWriter.tag("data", property.value()));
        case "key" -> tags.add(GherkinWriter.tag("key", property.value()));
        case "draft" -> {
          if (property.value().equalsIgnoreCase("yes")) {
            tags.add("@draft");
          }
        }
        default -> {}
      }
      if (!CARRIED.contains(property.word())) {
        lose(located, property.range().line(), property.word() + ": " + property.value());
      }
    }
    return tags;
  }

  private void fixtures(LocatedBlock located, Line.Property property, List<String> tags) {
    for (FixtureList.Use use : SuiteOrCase.of(located.block()).fixtures().uses()) {
      if (!use.alias().isEmpty()) {
        lose(located, property.range().line(), "the name “" + use.alias() + "” of a fixture");
      }
      String name = use.name();
      Optional<FixtureMatch> match = project.index().fixture(name);
      tags.add(GherkinWriter.tag("fixture", match.map(m -> m.tied(name)).orElse(name)));
    }
  }

  private void scenario(CaseEntry entry) {
    LocatedBlock located = entry.located();
    Block block = entry.block();
    List<SectionBody> data = block.sections(Section.DATA);
    String keyword = data.isEmpty() ? "Scenario" : "Scenario Outline";
    out.title(1, tags(located), keyword, block.name(), block.noteText());
    for (SectionBody body : block.sections()) {
      if (body.section() == Section.SET_UP || body.section() == Section.TEAR_DOWN) {
        lose(located, body.range().line(), "the case's " + body.section().word());
      }
    }
    BindingContext context = BindingContext.of(entry);
    block.steps(Section.STEPS).forEach(step -> step(located, step, context));
    data.forEach(section -> examples(located, section));
  }

  private void examples(LocatedBlock located, SectionBody section) {
    List<String> tags = new ArrayList<>();
    for (Line.Property property : section.properties()) {
      if (property.word().equals("tags")) {
        Lists.split(property.value()).forEach(tag -> tags.add("@" + GherkinWriter.hyphened(tag)));
      } else {
        lose(located, property.range().line(), property.word() + ": " + property.value());
      }
    }
    List<String> notes = section.notes().stream().map(Line.Note::text).toList();
    String name = notes.isEmpty() ? "" : notes.get(0);
    String rest = notes.isEmpty() ? "" : String.join("\n", notes.subList(1, notes.size()));
    out.title(2, tags, "Examples", name, rest);
    List<List<String>> rows = new ArrayList<>();
    DataSource source = DataSets.typed(section);
    rows.add(source.columns());
    try (Rows read = source.open()) {
      for (DataRow row = read.next(); row != null; row = read.next()) {
        rows.add(row.cells().stream().map(FeatureFromTable::plain).toList());
      }
    }
    out.table(3, rows);
  }

  /** A cell without backslashes; references stay as written. */
  private static String plain(String cell) {
    return Template.of(cell).literal().orElse(cell);
  }

  private void step(LocatedBlock located, Step step, BindingContext context) {
    BoundStep bound = new Binder(project.index()).bind(step, context);
    Optional<SentenceWriter.Said> said = SentenceWriter.step(bound);
    if (said.isEmpty()) {
      String row = "| " + String.join(" | ", written(step)) + " |";
      lose(located, step.range().line(), "the step " + row + ", " + SentenceWriter.reason(bound));
      out.comment(2, "not carried: " + row);
      return;
    }
    out.step(said.get().sentence());
    said.get().docString().ifPresent(out::docString);
  }

  private static List<String> written(Step step) {
    List<String> cells = new ArrayList<>(List.of(step.first().source()));
    step.arguments().forEach(cell -> cells.add(cell.source()));
    step.marks().forEach(mark -> cells.add(mark.cell().source()));
    return cells;
  }
}
