package elmtable.refactoring;

import elmtable.block.CaseBlock;
import elmtable.block.Property;
import elmtable.check.CheckedProject;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.Rows;
import elmtable.formula.Escapes;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Cell;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Line;
import elmtable.language.Section;
import elmtable.language.SectionBody;
import elmtable.project.Project;
import elmtable.project.SourceDocument;
import elmtable.project.entry.DataEntry;
import elmtable.text.Edit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Moves a case's rows into a data set of their own, and back. */
final class RowsOfCase {
  /** More rows would make a case that nobody reads. */
  private static final int MOST_ROWS = 500;

  private final CheckedProject checked;
  private final Project project;
  private final SourceDocument document;
  private final LocatedBlock located;

  /**
   * @param line any line of the case, counted from zero
   */
  RowsOfCase(CheckedProject checked, String path, int line) {
    this.checked = checked;
    this.project = checked.project();
    this.document = project.document(path).orElse(null);
    this.located =
        document == null
            ? null
            : document
                .document()
                .blockAt(line)
                .filter(block -> block.block().kind() == BlockKind.CASE)
                .orElse(null);
  }

  private Optional<Preview> noCase() {
    if (located == null || located.block().isScenario()) {
      return Optional.of(Preview.refused("There is no case of the table language here."));
    }
    return Optional.empty();
  }

  /** A data set of the rows that are typed in the case. */
  Preview toDataSet(String name) {
    Optional<Preview> refusal = noCase().or(() -> refusal(name));
    if (refusal.isPresent()) {
      return refusal.get();
    }
    SectionBody section = located.block().sections(Section.DATA).get(0);
    List<Edit> edits = new ArrayList<>();
    StringBuilder set = new StringBuilder("data " + name + "\n");
    section.notes().forEach(note -> set.append("> ").append(note.text()).append('\n'));
    section.properties().stream()
        .filter(property -> property.word().equals("where"))
        .forEach(where -> set.append("where: ").append(where.value()).append('\n'));
    set.append("rows\n");
    section.rows().forEach(row -> set.append(written(row)));
    lines(section).forEach(line -> edits.add(Edit.removeLine(document.path(), line)));
    edits.add(Placement.property(document.path(), located, "data: " + name));
    edits.add(Placement.atEnd(document, set.toString()));
    return Preview.of(checked, edits, List.of());
  }

  private Optional<Preview> refusal(String name) {
    List<SectionBody> sections = located.block().sections(Section.DATA);
    if (sections.size() != 1) {
      return Optional.of(
          Preview.refused(
              sections.isEmpty()
                  ? "This case has no rows of its own."
                  : "This case has several groups of rows; a data set takes one."));
    }
    if (sections.get(0).properties().stream().anyMatch(p -> p.word().equals("tags"))) {
      return Optional.of(
          Preview.refused("These rows have tags of their own, which a data set cannot give."));
    }
    if (!Placement.isName(name)) {
      return Optional.of(Preview.refused("“" + name + "” cannot be the name of a data set."));
    }
    return project.index().dataSet(name).isPresent()
        ? Optional.of(Preview.refused("There is already a data set “" + name + "”."))
        : Optional.empty();
  }

  private static String written(Line.Row row) {
    return Placement.row(row.cells().stream().map(Cell::source).toList());
  }

  /** The lines of a section that stand in the document: its word, notes, properties and rows. */
  private List<Integer> lines(SectionBody section) {
    List<Integer> lines = new ArrayList<>();
    section.word().ifPresent(word -> lines.add(word.range().line()));
    section.notes().forEach(note -> lines.add(note.range().line()));
    section.properties().forEach(property -> lines.add(property.range().line()));
    section.rows().forEach(row -> lines.add(row.range().line()));
    return lines.stream().map(line -> line + located.firstLine()).toList();
  }

  /** The rows of the data set that the case names, typed into it. */
  Preview fromDataSet() {
    Optional<Preview> refusal = noCase();
    if (refusal.isPresent()) {
      return refusal.get();
    }
    Block block = located.block();
    Optional<Property<String>> named = new CaseBlock(block).data();
    Optional<DataEntry> set = named.flatMap(data -> project.index().dataSet(data.written()));
    if (set.isEmpty()) {
      return Preview.refused("This case names no data set of the project.");
    }
    Optional<DataSource> source = project.dataSet(set.get()).source();
    if (source.isEmpty()) {
      return Preview.refused("“" + set.get().name() + "” cannot be read.");
    }
    try {
      return typed(named.get().line(), set.get(), source.get());
    } catch (BrokenDataException broken) {
      return Preview.refused(broken.getMessage());
    }
  }

  private Preview typed(Line.Property property, DataEntry set, DataSource source) {
    StringBuilder rows = new StringBuilder("data\n");
    set.located().block().notes().forEach(n -> rows.append("> ").append(n.text()).append('\n'));
    rows.append(Placement.row(source.columns()));
    int count = 0;
    try (Rows all = source.open()) {
      for (DataRow row = all.next(); row != null; row = all.next()) {
        if (++count > MOST_ROWS) {
          return Preview.refused(
              "“" + set.name() + "” has more than " + MOST_ROWS + " rows; leave them there.");
        }
        if (!row.isSound()) {
          return Preview.refused(row.fault());
        }
        rows.append(
            Placement.row(
                row.cells().stream()
                    .map(cell -> source.hasTemplates() ? cell : Escapes.escape(cell))
                    .toList()));
      }
    }
    String path = document.path();
    List<Edit> edits = new ArrayList<>();
    edits.add(Edit.removeLine(path, located.firstLine() + property.range().line()));
    edits.add(Placement.before(path, located, firstSection(), rows.toString()));
    set.own()
        .property("key")
        .filter(key -> located.block().property("key").isEmpty())
        .ifPresent(key -> edits.add(Placement.property(path, located, "key: " + key.value())));
    boolean usedElsewhere =
        Uses.of(project, new RenameTarget.Named(BlockKind.DATA_SET, set.name())).stream()
                .filter(use -> !use.declares())
                .count()
            > 1;
    if (!usedElsewhere) {
      edits.addAll(Placement.gone(project.document(set.path()).orElseThrow(), set.located()));
    }
    return Preview.of(checked, edits, List.of());
  }

  /** The line of the first section or row, counted from the case. */
  private int firstSection() {
    return located.block().lines().stream()
        .filter(line -> line instanceof Line.SectionWord || line instanceof Line.Row)
        .findFirst()
        .map(line -> line.range().line())
        .orElse(located.block().lineCount());
  }
}
