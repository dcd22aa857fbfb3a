package elmtable.language;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.util.List;

/**
 * A change that a person makes in the table view of a document. Lines are absolute and count from
 * zero; {@code block} is any line of a block, {@code line} that of a row. Cells are given as a
 * person types them.
 */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "edit")
@JsonSubTypes({
  @JsonSubTypes.Type(value = SheetEdit.SetCell.class, name = "set cell"),
  @JsonSubTypes.Type(value = SheetEdit.SetCells.class, name = "set cells"),
  @JsonSubTypes.Type(value = SheetEdit.InsertRow.class, name = "insert row"),
  @JsonSubTypes.Type(value = SheetEdit.AddRow.class, name = "add row"),
  @JsonSubTypes.Type(value = SheetEdit.RemoveRows.class, name = "remove rows"),
  @JsonSubTypes.Type(value = SheetEdit.MoveRows.class, name = "move rows"),
  @JsonSubTypes.Type(value = SheetEdit.SetProperty.class, name = "set property"),
  @JsonSubTypes.Type(value = SheetEdit.SetName.class, name = "set name"),
  @JsonSubTypes.Type(value = SheetEdit.SetNotes.class, name = "set notes"),
  @JsonSubTypes.Type(value = SheetEdit.AddBlocks.class, name = "add blocks"),
  @JsonSubTypes.Type(value = SheetEdit.RemoveBlock.class, name = "remove block"),
})
public sealed interface SheetEdit {
  /** Gives a cell another content; cells up to it are added where the row is shorter. */
  record SetCell(int line, int cell, String text) implements SheetEdit {}

  /**
   * Puts the cells of several rows from one cell on, adding rows of the same section where there
   * are too few.
   */
  record SetCells(int line, int cell, List<List<String>> rows) implements SheetEdit {}

  /** A new row above or below another. */
  record InsertRow(int line, boolean below, List<String> cells) implements SheetEdit {}

  /** A new row at the end of a section, which is made where the block has none. */
  record AddRow(int block, Section section, List<String> cells) implements SheetEdit {}

  record RemoveRows(int line, int count) implements SheetEdit {}

  /**
   * Moves rows so that they stand above the row at {@code before}, or at the end of its section for
   * -1.
   */
  record MoveRows(int line, int count, int before) implements SheetEdit {}

  /** Sets a property; an empty value takes it away. */
  record SetProperty(int block, String word, String value) implements SheetEdit {}

  record SetName(int block, String name) implements SheetEdit {}

  /** Sets the notes under a block's header; an empty text takes them away. */
  record SetNotes(int block, String text) implements SheetEdit {}

  /**
   * Adds blocks, given as text, behind the block that has a line, or at the end of the document for
   * -1.
   */
  record AddBlocks(int block, String text) implements SheetEdit {}

  record RemoveBlock(int block) implements SheetEdit {}
}
