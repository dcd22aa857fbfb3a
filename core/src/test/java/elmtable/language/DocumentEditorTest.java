package elmtable.language;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;

class DocumentEditorTest {
  private static final String TEXT =
      """
      suite   Untidy

      case one
      steps
      | open  | Bookings |
      | press | Send     |

      case two
      |  press|Back|
      """;

  private static String apply(SheetEdit edit) {
    return DocumentEditor.apply(TEXT, edit);
  }

  @Test
  void anEditLeavesTheBytesOfOtherBlocksAlone() {
    String edited = apply(new SheetEdit.SetCell(5, 1, "Send request"));
    assertEquals(
        TEXT.replace("| open  | Bookings |", "| open  | Bookings     |")
            .replace("| press | Send     |", "| press | Send request |"),
        edited);
    String crlf = TEXT.replace("\n", "\r\n");
    String inCrlf = DocumentEditor.apply(crlf, new SheetEdit.SetCell(5, 1, "x"));
    assertTrue(
        inCrlf.startsWith("suite   Untidy\r\n\r\n") && inCrlf.endsWith("|  press|Back|\r\n"));
  }

  @Test
  void rowsAreAddedMovedAndRemoved() {
    String added = apply(new SheetEdit.InsertRow(4, true, List.of("log", "a|b")));
    assertTrue(added.contains("| open  | Bookings |\n| log   | a\\|b     |\n| press | Send     |"));
    String moved = apply(new SheetEdit.MoveRows(5, 1, 4));
    assertTrue(moved.contains("| press | Send     |\n| open  | Bookings |\n"));
    assertEquals(moved, DocumentEditor.apply(moved, new SheetEdit.MoveRows(4, 1, 4)));
    assertEquals(TEXT, DocumentEditor.apply(moved, new SheetEdit.MoveRows(4, 1, -1)));
    assertTrue(apply(new SheetEdit.RemoveRows(4, 2)).contains("case one\nsteps\n\ncase two"));
  }

  @Test
  void aRowCanBeAddedWhereThereIsNoSection() {
    assertEquals(
        "case empty\nsteps\n| press | Send |\n",
        DocumentEditor.apply(
            "case empty\n", new SheetEdit.AddRow(0, Section.STEPS, List.of("press", "Send"))));
  }

  @Test
  void pastedCellsAddTheRowsThatAreMissing() {
    String pasted =
        apply(
            new SheetEdit.SetCells(
                5, 0, List.of(List.of("enter", "Shelves"), List.of("press", "Send"))));
    assertTrue(
        pasted.contains(
            "| open  | Bookings |\n| enter | Shelves  |\n| press | Send     |\n\ncase two"));
  }

  @Test
  void headsAreChanged() {
    assertTrue(
        apply(new SheetEdit.SetProperty(2, "tags", "a, b"))
            .contains("case one\ntags: a, b\nsteps"));
    assertTrue(apply(new SheetEdit.SetName(2, "first")).contains("case first\n"));
    String noted = apply(new SheetEdit.SetNotes(2, "One.\nTwo."));
    assertTrue(noted.contains("case one\n> One.\n> Two.\nsteps"));
    assertEquals(TEXT, DocumentEditor.apply(noted, new SheetEdit.SetNotes(2, "")));
    assertTrue(apply(new SheetEdit.RemoveBlock(2)).startsWith("suite   Untidy\n\ncase two\n"));
    assertTrue(
        apply(new SheetEdit.AddBlocks(2, "case middle\n"))
            .contains("Send     |\n\ncase middle\n\ncase two"));
  }

  @Test
  void aPlaceThatIsNotThereIsRefused() {
    assertThrows(
        DocumentEditor.NoSuchLineException.class, () -> apply(new SheetEdit.SetCell(1, 0, "x")));
    assertThrows(
        DocumentEditor.NoSuchLineException.class, () -> apply(new SheetEdit.RemoveRows(99, 1)));
  }
}
