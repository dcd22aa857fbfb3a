package elmtable.gherkin;

import elmtable.formula.Escapes;
import elmtable.gherkin.GherkinDocument.Background;
import elmtable.gherkin.GherkinDocument.DocString;
import elmtable.gherkin.GherkinDocument.Examples;
import elmtable.gherkin.GherkinDocument.Fault;
import elmtable.gherkin.GherkinDocument.Feature;
import elmtable.gherkin.GherkinDocument.Row;
import elmtable.gherkin.GherkinDocument.Rule;
import elmtable.gherkin.GherkinDocument.Scenario;
import elmtable.gherkin.GherkinDocument.Tag;
import elmtable.gherkin.GherkinDocument.Title;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Cell;
import elmtable.language.Document;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What a feature means to a project: a suite, with its background as the set-up round each case,
 * and a case for each scenario, whose examples are its data.
 */
public final class FeatureBlocks {
  /** The ending of documents in Gherkin. */
  public static final String ENDING = ".feature";

  private final List<LocatedBlock> blocks = new ArrayList<>();
  private final List<Diagnostic> problems = new ArrayList<>();
  private final Map<String, Integer> names = new HashMap<>();

  private FeatureBlocks() {}

  /** Reads a text in Gherkin as a document of blocks. */
  public static Document read(String text) {
    GherkinDocument gherkin = GherkinParser.parse(text);
    FeatureBlocks blocks = new FeatureBlocks();
    gherkin.faults().forEach(fault -> blocks.problem(Problem.GHERKIN_UNREADABLE, fault));
    gherkin.warnings().forEach(fault -> blocks.problem(Problem.STEP_IN_DESCRIPTION, fault));
    gherkin.feature().ifPresent(blocks::feature);
    // What several cases are made of has its problem once.
    return new Document(List.of(), blocks.blocks, blocks.problems.stream().distinct().toList());
  }

  /** The same, with the blocks of an earlier reading wherever nothing of them changed. */
  public static Document read(String text, Document before) {
    Map<Block, Block> known = new HashMap<>();
    before.blocks().forEach(located -> known.put(located.block(), located.block()));
    Document read = read(text);
    List<LocatedBlock> blocks =
        read.blocks().stream()
            .map(located ->
                new LocatedBlock(
                    known.getOrDefault(located.block(), located.block()), located.firstLine()))
            .toList();
    return new Document(read.preamble(), blocks, read.problems());
  }

  private void problem(Problem problem, Fault fault) {
    problems.add(new Diagnostic(problem, fault.range(), fault.message()));
  }

  private void feature(Feature feature) {
    Title title = feature.title();
    List<Line> lines = new ArrayList<>();
    int first = title.range().line();
    notes(feature.description(), title, first, lines);
    properties(List.of(feature.tags()), first, false, lines);
    int last = first;
    if (feature.background().isPresent()) {
      last = background(feature.background().get(), first, lines);
    }
    String name = title.name().isEmpty() ? title.keyword() : title.name();
    add(BlockKind.SUITE, name, title, first, last, lines);
    feature.scenarios().forEach(scenario -> scenario(scenario, Optional.empty()));
    for (Rule rule : feature.rules()) {
      rule.scenarios().forEach(scenario -> scenario(scenario, Optional.of(rule)));
    }
  }

  /**
   * A case, and one more for examples that are to run in another way than the scenario: with
   * fixtures, in browsers, by a key of their own, or not yet.
   */
  private void scenario(Scenario scenario, Optional<Rule> rule) {
    Map<Set<String>, List<Examples>> ways = new LinkedHashMap<>();
    for (Examples examples : scenario.examples()) {
      Set<String> own =
          ownTags(examples).map(Tag::name).collect(Collectors.toCollection(LinkedHashSet::new));
      ways.computeIfAbsent(own, way -> new ArrayList<>()).add(examples);
    }
    if (ways.isEmpty()) {
      scenario(scenario, rule, List.of());
    }
    ways.values().forEach(examples -> scenario(scenario, rule, examples));
  }

  private static Stream<Tag> ownTags(Examples examples) {
    return examples.tags().stream().filter(tag -> TagMeaning.of(tag.name()).isOfCase());
  }

  private void scenario(Scenario scenario, Optional<Rule> rule, List<Examples> rows) {
    Title title = scenario.title();
    int first = title.range().line();
    List<Line> lines = new ArrayList<>();
    notes(scenario.description(), title, first, lines);
    List<Tag> own = rows.stream().limit(1).flatMap(FeatureBlocks::ownTags).toList();
    List<Tag> ofRule = rule.map(Rule::tags).orElse(List.of());
    properties(List.of(ofRule, scenario.tags(), own), first, false, lines);
    rule.flatMap(Rule::background).ifPresent(background -> background(background, first, lines));
    rows.forEach(examples -> examples(examples, first, lines));
    steps(Section.STEPS, scenario.steps(), title.range(), first, lines);
    String name = title.name().isEmpty() ? title.keyword() : title.name();
    if (!own.isEmpty() && !rows.get(0).title().name().isEmpty()) {
      name += ", " + rows.get(0).title().name();
    }
    // Scenarios may have one name, cases may not: the second and later ones are counted.
    int times = names.merge(Names.key(name), 1, Integer::sum);
    String unique = times == 1 ? name : name + " #" + times;
    add(BlockKind.CASE, unique, title, first, scenario.lastLine(), lines);
  }

  private void add(
      BlockKind kind, String name, Title title, int first, int last, List<Line> lines) {
    Block block =
        Block.read(
            kind,
            name,
            relative(title.range(), first),
            relative(title.nameRange(), first),
            lines,
            last - first + 1);
    blocks.add(new LocatedBlock(block, first));
  }

  private static Range relative(Range range, int first) {
    return range.shiftedBy(-first);
  }

  private static void notes(String description, Title title, int first, List<Line> lines) {
    if (!description.isEmpty()) {
      Range range = relative(title.range(), first);
      description.lines().forEach(text -> lines.add(new Line.Note(text, range)));
    }
  }

  /**
   * Tags with a meaning are properties, all others are tags. Tags and fixtures add up from level to
   * level; of the rest the innermost level counts.
   */
  private void properties(List<List<Tag>> levels, int first, boolean ofExamples, List<Line> lines) {
    Map<String, Set<String>> values = new LinkedHashMap<>();
    Map<String, Range> places = new LinkedHashMap<>();
    for (List<Tag> level : levels) {
      level.stream()
          .map(tag -> TagMeaning.of(tag.name()))
          .filter(meaning -> !meaning.addsUp())
          .forEach(meaning -> {
            values.remove(meaning.property());
            places.remove(meaning.property());
          });
      for (Tag tag : level) {
        TagMeaning.incomplete(tag.name())
            .ifPresent(message ->
                problems.add(new Diagnostic(Problem.TAG_WITHOUT_NAME, tag.range(), message)));
        TagMeaning meaning = TagMeaning.of(tag.name());
        String property = ofExamples ? meaning.propertyOfExamples() : meaning.property();
        values.computeIfAbsent(property, p -> new LinkedHashSet<>()).add(meaning.value());
        places.putIfAbsent(property, relative(tag.range(), first));
      }
    }
    values.forEach((property, all) -> {
      Range range = places.get(property);
      lines.add(new Line.Property(property, String.join(", ", all), range, range));
    });
  }

  private static int background(Background background, int first, List<Line> lines) {
    steps(Section.SET_UP, background.steps(), background.title().range(), first, lines);
    List<GherkinDocument.Step> steps = background.steps();
    return steps.isEmpty()
        ? background.title().range().line()
        : steps.get(steps.size() - 1).range().line();
  }

  private static void steps(
      Section section,
      List<GherkinDocument.Step> steps,
      Range heading,
      int first,
      List<Line> lines) {
    lines.add(new Line.SectionWord(section, relative(heading, first)));
    for (GherkinDocument.Step step : steps) {
      List<Line.Row> table = step.table().stream().map(row -> row(row, first)).toList();
      lines.add(
          new Line.Sentence(
              step.keyword(),
              new Cell(written(step.text()), relative(step.textRange(), first)),
              step.docString().map(doc -> cell(doc, first)),
              table,
              relative(step.range(), first)));
    }
  }

  private static Cell cell(DocString text, int first) {
    return new Cell(written(text.content()), relative(text.range(), first));
  }

  private void examples(Examples examples, int first, List<Line> lines) {
    Range heading = relative(examples.title().range(), first);
    lines.add(new Line.SectionWord(Section.DATA, heading));
    if (!examples.title().name().isEmpty()) {
      lines.add(new Line.Note(examples.title().name(), heading));
    }
    notes(examples.description(), examples.title(), first, lines);
    List<Tag> ofRows =
        examples.tags().stream().filter(tag -> !TagMeaning.of(tag.name()).isOfCase()).toList();
    properties(List.of(ofRows), first, true, lines);
    boolean external = ofRows.stream().anyMatch(tag -> TagMeaning.of(tag.name()).isData());
    if (external && !examples.rows().isEmpty()) {
      problems.add(
          new Diagnostic(
              Problem.TWO_SOURCES,
              examples.rows().get(0).range(),
              "These examples name a data set and have rows of their own as well; keep one of"
                  + " them."));
    }
    doubleColumns(examples);
    examples.head().ifPresent(row -> lines.add(row(row, first)));
    if (!external) {
      examples.rows().forEach(row -> lines.add(row(row, first)));
    }
  }

  private void doubleColumns(Examples examples) {
    Map<String, String> seen = new HashMap<>();
    for (GherkinDocument.Cell cell : examples.head().map(Row::cells).orElse(List.of())) {
      if (seen.put(Names.key(cell.text()), cell.text()) != null) {
        problems.add(
            new Diagnostic(
                Problem.DOUBLE_COLUMN,
                cell.range(),
                "There is already a column “" + cell.text() + "” in these examples."));
      }
    }
  }

  private static Line.Row row(Row row, int first) {
    List<Cell> cells =
        row.cells().stream()
            .map(cell -> new Cell(written(cell.text()), relative(cell.range(), first)))
            .toList();
    return new Line.Row(cells, true, relative(row.range(), first));
  }

  /** A text as a cell of the table language holds it; references stay references. */
  private static String written(String text) {
    return Escapes.backslashes(text);
  }
}
