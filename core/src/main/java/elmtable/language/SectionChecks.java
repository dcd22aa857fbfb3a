package elmtable.language;

import elmtable.text.Counted;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import elmtable.text.Nearest;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/** Checks the shape of sections other than steps: their columns, and each row against them. */
final class SectionChecks {
  private SectionChecks() {}

  static void check(Block block, List<Diagnostic> problems) {
    for (SectionBody body : block.sections()) {
      if (body.head().isPresent()) {
        columns(body, body.head().get(), problems);
        rows(body, body.head().get(), problems);
        NameCells.check(body, problems);
      }
    }
  }

  private static void columns(SectionBody body, Line.Row head, List<Diagnostic> problems) {
    Section section = body.section();
    List<String> known =
        Stream.concat(section.requiredColumns().stream(), section.optionalColumns().stream())
            .toList();
    Set<String> seen = new HashSet<>();
    Set<String> meant = new HashSet<>();
    for (Cell cell : head.cells().subList(0, head.width())) {
      String key = Names.key(cell.name());
      if (key.isEmpty()) {
        problems.add(
            new Diagnostic(Problem.UNKNOWN_COLUMN_NAME, cell.range(), "This column has no name."));
      } else if (!seen.add(key)) {
        problems.add(
            new Diagnostic(
                Problem.DOUBLE_COLUMN,
                cell.range(),
                "Two columns have the name “" + cell.name() + "”."));
      } else if (!section.namesItsColumns() && !known.contains(key)) {
        Nearest near = Nearest.to(key, known);
        near.name().ifPresent(meant::add);
        problems.add(
            new Diagnostic(
                Problem.UNKNOWN_COLUMN_NAME,
                cell.range(),
                "“"
                    + section.word()
                    + "” has no column “"
                    + cell.name()
                    + "”; its columns are "
                    + String.join(", ", known)
                    + ".",
                near.fixes(cell.range())));
      }
    }
    List<String> missing = new ArrayList<>(section.requiredColumns());
    missing.removeAll(seen);
    missing.removeAll(meant);
    if (!missing.isEmpty()) {
      problems.add(
          new Diagnostic(
              Problem.MISSING_COLUMN,
              head.range(),
              "“"
                  + section.word()
                  + "” needs the column "
                  + String.join(", ", missing)
                  + "; its first row holds the names of its columns."));
    }
  }

  private static void rows(SectionBody body, Line.Row head, List<Diagnostic> problems) {
    int columns = head.width();
    for (Line.Row row : body.body()) {
      int cells = row.cells().size();
      boolean tooLong = row.width() > columns;
      if (row.width() > 0 && (tooLong || cells < columns)) {
        Range range = tooLong ? row.cells().get(columns).range() : row.range();
        problems.add(
            new Diagnostic(
                Problem.SHORT_OR_LONG_ROW,
                range,
                "This row has "
                    + Counted.of(tooLong ? row.width() : cells, "cell")
                    + ", and "
                    + Counted.of(columns, "column")
                    + " stand"
                    + (columns == 1 ? "s" : "")
                    + " above it."));
      }
    }
  }
}
