package elmtable.check.rules;

import elmtable.data.source.DataRow;
import elmtable.language.Line;
import elmtable.language.SectionBody;
import elmtable.text.Diagnostic;
import elmtable.text.Problem;
import elmtable.text.Range;
import java.util.List;
import java.util.Optional;

/** Reports rows that are not sound: those typed in at their cells, others where they come from. */
final class RowFaults {
  private RowFaults() {}

  /**
   * @param typed the section with the rows, where they are typed in; what is wrong with their form
   *     is reported already
   * @param source where the rows come from
   */
  static void report(
      List<DataRow> faults, Optional<SectionBody> typed, Range source, List<Diagnostic> problems) {
    for (DataRow row : faults) {
      boolean ofKind = row.badColumn() >= 0;
      if (typed.isPresent()) {
        if (ofKind) {
          problems.add(
              new Diagnostic(Problem.BAD_CELL, cell(typed.get(), row, source), row.fault()));
        } else if (!isOfForm(typed.get(), row)) {
          problems.add(
              new Diagnostic(
                  Problem.SHORT_OR_LONG_ROW, line(typed.get(), row, source), row.fault()));
        }
      } else {
        problems.add(
            new Diagnostic(
                ofKind ? Problem.BAD_CELL : Problem.SHORT_OR_LONG_ROW, source, row.fault()));
      }
    }
  }

  private static Optional<Line.Row> written(SectionBody typed, DataRow row) {
    return typed.body().stream()
        .filter(each -> each.width() > 0)
        .skip(row.number() - 1L)
        .findFirst();
  }

  private static Range line(SectionBody typed, DataRow row, Range otherwise) {
    return written(typed, row).map(Line.Row::range).orElse(otherwise);
  }

  private static Range cell(SectionBody typed, DataRow row, Range otherwise) {
    return written(typed, row)
        .filter(line -> row.badColumn() < line.cells().size())
        .map(line -> line.cells().get(row.badColumn()).range())
        .orElse(otherwise);
  }

  /** Whether a row has another number of cells than there are columns. */
  private static boolean isOfForm(SectionBody typed, DataRow row) {
    int columns = typed.head().map(Line.Row::width).orElse(0);
    return written(typed, row)
        .filter(line -> line.width() > columns || line.cells().size() < columns)
        .isPresent();
  }
}
