import { parse, unparse } from 'papaparse';
import { MARKS, pasteCells, splitMarks } from '@/document/edits';
import { columnsOf, textAt } from './columns';
import { isRow, type RowItem } from './items';
import type { SheetSession } from './session';

const MOST_COLUMNS = 500;

/** A range as text that any spreadsheet takes; each mark of a step is a cell of its own. */
export function copyRange(rows: readonly RowItem[], columns: readonly number[]): string {
  const cells = rows.map((row) =>
    columns.flatMap((column) => {
      const text = textAt(row, column);
      return column === MARKS ? splitMarks(text) : [text];
    }),
  );
  return unparse(cells, { delimiter: '\t', newline: '\n' });
}

/** Text of a spreadsheet as rows of cells; quoted ones may hold line breaks and tabs. */
export function readTable(text: string): string[][] {
  const { data } = parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' });
  return data;
}

/** Puts copied text into the sheet from the cursor on. */
export function paste(session: SheetSession, text: string) {
  const now = session.current();
  if (!now || text === '') return;
  const { stop, cursor } = now;
  const table = readTable(text);
  const widest = table.reduce((most, row) => Math.max(most, row.length), 0);
  if (widest > MOST_COLUMNS) {
    session.refused.set(`A table has ${MOST_COLUMNS} columns at most; what was copied has ${widest}.`);
    return;
  }
  if (stop.kind === 'block') return session.commit(table.map((row) => row.join(' ')).join(' '), 'stay');
  if (stop.kind === 'add') return session.addRows(stop, table);
  const first = session.rangeRows()[0] ?? stop;
  const column = session.rangeColumns()[0] ?? cursor.column;
  if (!isRow(first)) return;
  const filled = repeated(table, session);
  session.dispatch(pasteCells(session.document.state, { row: first.id, column }, columnsOf(first), filled));
}

/** One copied cell fills the whole range that is selected. */
function repeated(table: string[][], session: SheetSession): string[][] {
  const rows = session.rangeRows().length;
  const columns = session.rangeColumns().length;
  const single = table.length === 1 && table[0]?.length === 1 ? table[0][0] : undefined;
  if (single === undefined || rows * columns <= 1) return table;
  return Array.from({ length: rows }, () => new Array(columns).fill(single));
}
