package elmtable.conversion;

import elmtable.binding.EnclosingBlock;
import elmtable.formula.Formula;
import elmtable.formula.Template;
import elmtable.gherkin.GherkinDocument;
import elmtable.gherkin.GherkinParser;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Cell;
import elmtable.language.Document;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.DocumentParser;
import elmtable.language.Line;
import elmtable.language.Printer;
import elmtable.language.Section;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.text.Names;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Writes a feature as a document of the table language. */
final class TableFromFeature {
  private static final Range NOWHERE = new Range(0, 0, 0);

  private final Project project;
  private final SourceDocument document;
  private final List<String> lost = new ArrayList<>();
  private final StringBuilder tables = new StringBuilder();

  TableFromFeature(Project project, SourceDocument document) {
    this.project = project;
    this.document = document;
  }

  Conversion convert() {
    GherkinDocument gherkin = GherkinParser.parse(document.text());
    gherkin.feature().ifPresent(this::notCarried);
    List<LocatedBlock> blocks = new ArrayList<>();
    for (LocatedBlock located : document.document().blocks()) {
      blocks.add(new LocatedBlock(converted(located), located.firstLine()));
    }
    String text = Printer.print(new Document(List.of(), blocks, List.of()));
    String all = tables.isEmpty() ? text : text + "\n" + tables;
    return new Conversion(Printer.print(DocumentParser.parse(all)), lost);
  }

  private void notCarried(GherkinDocument.Feature feature) {
    Set<String> words = new HashSet<>();
    feature.background().ifPresent(b -> b.steps().forEach(step -> words.add(step.keyword())));
    feature.scenarios().forEach(s -> s.steps().forEach(step -> words.add(step.keyword())));
    for (GherkinDocument.Rule rule : feature.rules()) {
      lost.add(
          "line "
              + rule.title().line()
              + ": the rule “"
              + rule.title().name()
              + "”, whose scenarios become cases of the suite");
      rule.scenarios().forEach(s -> s.steps().forEach(step -> words.add(step.keyword())));
    }
    words.remove("*");
    if (!words.isEmpty()) {
      lost.add("the words " + String.join(", ", words.stream().sorted().toList()));
    }
    int line = 0;
    for (String text : document.text().lines().toList()) {
      line++;
      if (text.strip().startsWith("#")) {
        lost.add("line " + line + ": the comment " + text.strip());
      }
    }
  }

  private Block converted(LocatedBlock located) {
    Block block = located.block();
    List<String> columns =
        block.sections(Section.DATA).stream()
            .flatMap(body -> body.head().stream())
            .flatMap(head -> head.cells().stream())
            .map(Cell::name)
            .distinct()
            .toList();
    Set<String> known = new HashSet<>();
    EnclosingBlock.of(project, document.path(), located)
        .names()
        .names()
        .forEach(name -> known.add(Names.key(name.name())));
    boolean several = block.sections(Section.DATA).size() > 1;
    List<Line> lines = new ArrayList<>();
    List<Line> inFront = new ArrayList<>();
    boolean external = false;
    for (Line line : block.lines()) {
      switch (line) {
        case Line.Sentence sentence -> lines.add(row(located, sentence, columns, known));
        case Line.Property property when property.word().equals(Block.DATA_OF_SECTION) -> {
          external = true;
          inFront.add(new Line.Property("data", property.value(), NOWHERE, NOWHERE));
          if (several) {
            lost.add(
                at(located, property.range())
                    + "the rows of “"
                    + property.value()
                    + "” beside other examples");
          }
        }
        // Blanks in a value that fills a fixture's place are underscores in its tag.
        case Line.Property property when property.word().equals("fixtures") ->
            lines.add(
                new Line.Property(
                    "fixtures", property.value().replace('_', ' '), NOWHERE, NOWHERE));
        case Line.Row row ->
            lines.add(
                new Line.Row(
                    row.cells().stream()
                        .map(cell -> new Cell(written(cell.source(), List.of(), known), NOWHERE))
                        .toList(),
                    true,
                    row.range()));
        default -> lines.add(line);
      }
    }
    if (external) {
      lines.removeIf(line ->
          line instanceof Line.SectionWord word && word.section() == Section.DATA
              || line instanceof Line.Row);
    }
    lines.addAll(0, inFront);
    String name =
        block.kind() == BlockKind.CASE ? written(block.name(), columns, known) : block.name();
    return Block.read(
        block.kind(), name, block.header(), block.nameRange(), lines, block.lineCount());
  }

  private static String at(LocatedBlock located, Range range) {
    return "line " + (located.firstLine() + range.line() + 1) + ": ";
  }

  private Line.Row row(
      LocatedBlock located, Line.Sentence sentence, List<String> columns, Set<String> known) {
    List<Cell> cells = new ArrayList<>();
    cells.add(new Cell(written(sentence.text().source(), columns, known), NOWHERE));
    Optional<Cell> text = sentence.docString();
    text.ifPresent(cell -> cells.add(new Cell(written(cell.source(), columns, known), NOWHERE)));
    if (!sentence.table().isEmpty()) {
      String name = "table of line " + (located.firstLine() + sentence.range().line() + 1);
      cells.add(new Cell(name, NOWHERE));
      tables.append("\ndata ").append(name).append("\nrows\n");
      for (Line.Row row : sentence.table()) {
        tables.append('|');
        row.cells()
            .forEach(cell ->
                tables.append(' ').append(written(cell.source(), columns, known)).append(" |"));
        tables.append('\n');
      }
    }
    return new Line.Row(cells, true, sentence.range());
  }

  /**
   * A sentence as a cell: an outline's places are references to columns, formulas of known names
   * stay references, every other {@code <} is a plain one.
   */
  private static String written(String source, List<String> columns, Set<String> known) {
    StringBuilder out = new StringBuilder();
    for (int i = 0; i < source.length(); i++) {
      char c = source.charAt(i);
      int close = c == '<' ? source.indexOf('>', i) : -1;
      if (close > 0 && columns.contains(source.substring(i + 1, close))) {
        out.append(reference(source.substring(i + 1, close)));
        i = close;
      } else if (c == '<') {
        int end = knownReference(source, i, known);
        out.append(end > 0 ? source.substring(i, end) : "\\<");
        i = end > 0 ? end - 1 : i;
      } else {
        out.append(c == '\n' ? "\\n" : c == '|' ? "\\|" : String.valueOf(c));
      }
    }
    return out.toString();
  }

  private static String reference(String column) {
    Template plain = Template.of("<" + column + ">");
    boolean reads =
        plain.singleReference().filter(f -> f instanceof Formula.Reference).isPresent()
            && plain.references().get(0).path().size() == 1;
    return reads ? "<" + column + ">" : "<[" + column + "]>";
  }

  private static int knownReference(String source, int open, Set<String> known) {
    Template rest = Template.lenient(source.substring(open));
    if (!(rest.parts().get(0) instanceof Template.Expression place)) {
      return -1;
    }
    boolean[] all = {true};
    place
        .formula()
        .walk(formula -> {
          if (formula instanceof Formula.Reference reference) {
            all[0] &=
                reference.path().size() > 1 || known.contains(Names.key(reference.path().get(0)));
          }
        });
    return all[0] ? open + place.end() : -1;
  }
}
