package elmtable.data.sheet;

import java.util.Map;

/**
 * One row of a spreadsheet as it is read.
 *
 * @param number counted from 1 as a spreadsheet shows it
 * @param cells by column, counted from 0; empty ones are left out
 * @param errors the columns whose cells hold an error, such as a division by zero
 */
record SheetRow(int number, Map<Integer, String> cells, Map<Integer, String> errors) {
  boolean isEmpty() {
    return cells.isEmpty() && errors.isEmpty();
  }
}
