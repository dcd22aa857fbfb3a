package elmtable.server.view;

import elmtable.binding.Binder;
import elmtable.binding.BindingContext;
import elmtable.binding.BoundArgument;
import elmtable.binding.BoundStep;
import elmtable.binding.VisibleNames;
import elmtable.formula.Template;
import elmtable.language.Cell;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.Line;
import elmtable.language.Mark;
import elmtable.language.Step;
import elmtable.project.entry.KeywordEntry;
import elmtable.server.message.SheetMessages.CellView;
import elmtable.server.message.SheetMessages.RowView;
import elmtable.server.message.SheetMessages.StepView;
import elmtable.server.message.SheetMessages.TextPiece;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Makes of a row of steps what its sheet shows: what each cell is, and what its keyword takes. */
final class StepRows {
  private final Binder binder;

  StepRows(Binder binder) {
    this.binder = binder;
  }

  /** The cells of a row that is no step. */
  static List<CellView> cells(Line.Row row, VisibleNames visible) {
    return row.cells().stream()
        .map(cell ->
            new CellView(
                cell.source(),
                cell.range().start(),
                TextPieces.of(Template.of(cell.source()), visible)))
        .toList();
  }

  RowView of(Line.Row row, LocatedBlock located, VisibleNames visible, BindingContext context) {
    int line = located.firstLine() + row.range().line() + 1;
    if (row.width() == 0) {
      return new RowView(
          line,
          cells(row, visible),
          new StepView(null, false, List.of(), row.cells().size(), List.of(), false));
    }
    Step step = Step.of(row);
    visible.enter(step);
    BoundStep bound = binder.bind(step, context);
    List<CellView> cells = new ArrayList<>();
    int marksFrom = row.cells().size();
    for (int c = 0; c < row.cells().size(); c++) {
      Cell cell = row.cells().get(c);
      boolean mark = c > 0 && step.marks().stream().anyMatch(m -> m.cell() == cell);
      marksFrom = mark ? Math.min(marksFrom, c) : marksFrom;
      cells.add(
          new CellView(cell.source(), cell.range().start(), parts(cell, c, step, bound, visible)));
    }
    visible.leave(step, bound.gives());
    return new RowView(line, cells, stepView(step, bound, marksFrom));
  }

  /** A step of a scenario: its word, and what it says. */
  RowView of(
      Line.Sentence sentence, LocatedBlock located, VisibleNames visible, BindingContext context) {
    Step step = Step.of(sentence);
    visible.enter(step);
    BoundStep bound = binder.bind(step, context);
    Cell text = sentence.text();
    List<CellView> cells =
        List.of(
            new CellView(
                sentence.word(),
                sentence.range().start(),
                List.of(new TextPiece(sentence.word(), null))),
            new CellView(
                text.source(),
                text.range().start(),
                TextPieces.of(Template.of(text.source()), visible)));
    visible.leave(step, bound.gives());
    int line = located.firstLine() + sentence.range().line() + 1;
    return new RowView(line, cells, stepView(step, bound, cells.size()));
  }

  private static List<TextPiece> parts(
      Cell cell, int index, Step step, BoundStep bound, VisibleNames visible) {
    Optional<Mark> mark = step.marks().stream().filter(m -> m.cell() == cell).findFirst();
    if (mark.isPresent()) {
      return markParts(mark.get(), visible);
    }
    if (index > 0) {
      Optional<BoundArgument> argument = bound.argumentAt(index - 1);
      if (argument.isPresent()) {
        List<TextPiece> parts = new ArrayList<>();
        if (argument.get().offset() > 0) {
          parts.add(new TextPiece(cell.source().substring(0, argument.get().offset()), null));
        }
        parts.addAll(TextPieces.of(argument.get().template(), visible));
        return parts;
      }
    }
    return TextPieces.of(Template.of(cell.source()), visible);
  }

  private static List<TextPiece> markParts(Mark mark, VisibleNames visible) {
    List<TextPiece> parts = new ArrayList<>();
    switch (mark) {
      case Mark.OnlyIf onlyIf -> {
        parts.add(new TextPiece("? ", null));
        parts.addAll(formulaParts(onlyIf.formula(), visible));
      }
      case Mark.Keep keep -> {
        parts.add(new TextPiece("=> ", null));
        for (int i = 0; i < keep.names().size(); i++) {
          if (i > 0) {
            parts.add(new TextPiece(", ", null));
          }
          parts.add(new TextPiece(keep.names().get(i), "kept"));
        }
      }
      case Mark.ForEach each -> {
        parts.add(new TextPiece("* ", null));
        parts.add(new TextPiece(each.name(), "kept"));
        parts.add(new TextPiece(" in " + each.list(), null));
      }
      case Mark.Options options -> parts.add(new TextPiece(options.cell().source(), null));
    }
    return parts;
  }

  /** A bare formula with its references as chips and everything between them as it stands. */
  private static List<TextPiece> formulaParts(Template formula, VisibleNames visible) {
    List<TextPiece> parts = new ArrayList<>();
    String source = formula.source();
    int from = 0;
    for (var reference : formula.references()) {
      if (reference.start() > from) {
        parts.add(new TextPiece(source.substring(from, reference.start()), null));
      }
      parts.addAll(
          TextPieces.of(
              Template.ofFormula(source.substring(reference.start(), reference.end())), visible));
      from = reference.end();
    }
    if (from < source.length()) {
      parts.add(new TextPiece(source.substring(from), null));
    }
    return parts;
  }

  private static StepView stepView(Step step, BoundStep bound, int marksFrom) {
    if (bound.keyword().isEmpty()) {
      return new StepView(null, false, List.of(), marksFrom, List.of(), step.isOff());
    }
    KeywordEntry keyword = bound.keyword().get();
    return new StepView(
        keyword.signature().name(),
        keyword instanceof KeywordEntry.Composed,
        bound.captions(),
        marksFrom,
        bound.missing(),
        step.isOff());
  }
}
