package elmtable.server.http;

import elmtable.language.SheetEdit;

/** Lines count from 1 in requests and from 0 inside; 0 stands for none there, -1 here. */
final class EditLines {
  private EditLines() {}

  static SheetEdit fromZero(SheetEdit edit) {
    return switch (edit) {
      case SheetEdit.SetCell e -> new SheetEdit.SetCell(e.line() - 1, e.cell(), e.text());
      case SheetEdit.SetCells e -> new SheetEdit.SetCells(e.line() - 1, e.cell(), e.rows());
      case SheetEdit.InsertRow e -> new SheetEdit.InsertRow(e.line() - 1, e.below(), e.cells());
      case SheetEdit.AddRow e -> new SheetEdit.AddRow(e.block() - 1, e.section(), e.cells());
      case SheetEdit.RemoveRows e -> new SheetEdit.RemoveRows(e.line() - 1, e.count());
      case SheetEdit.MoveRows e -> new SheetEdit.MoveRows(e.line() - 1, e.count(), e.before() - 1);
      case SheetEdit.SetProperty e -> new SheetEdit.SetProperty(e.block() - 1, e.word(), e.value());
      case SheetEdit.SetName e -> new SheetEdit.SetName(e.block() - 1, e.name());
      case SheetEdit.SetNotes e -> new SheetEdit.SetNotes(e.block() - 1, e.text());
      case SheetEdit.AddBlocks e -> new SheetEdit.AddBlocks(e.block() - 1, e.text());
      case SheetEdit.RemoveBlock e -> new SheetEdit.RemoveBlock(e.block() - 1);
    };
  }
}
