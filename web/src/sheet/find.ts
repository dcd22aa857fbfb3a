import type { EditorState, TransactionSpec } from '@codemirror/state';
import { type Edit, together } from '@/document/blockEdits';
import { type CellValue, setCells } from '@/document/edits';
import { NOT_FINDING, type Searched, type Spot } from '@/parts/finding';
import { store } from '@/parts/store';
import { columnsOf, textAt } from './columns';
import { headFields, setHeadField } from './heads';
import { isRow, type Stop } from './items';
import type { SheetSession } from './session';

/** The lines of a sheet that the cursor stands on, with their cells, as a table that is looked through. */
export function searchedSheet(session: SheetSession): Searched {
  const stops = () => session.lines().stops;
  return {
    what: 'table',
    unit: 'cell',
    finding: store(NOT_FINDING),
    find: (pattern) => stops().flatMap((stop, line) => placesIn(stop, pattern).map((place) => ({ line, place }))),
    cursor: () => {
      const now = session.current();
      return now ? { line: now.index, place: columnsOf(now.stop).indexOf(now.cursor.column) } : { line: -1, place: 0 };
    },
    goTo: ({ line, place }) => {
      const stop = stops()[line];
      if (stop) session.goTo(stop.key, columnsOf(stop)[place] ?? 0);
    },
    change: (spots, textOf) => session.dispatch(together(session.document.state, editsOf(stops(), spots, textOf))),
    undo: () => {
      session.document.undo();
      session.followUndo();
    },
    leave: () => session.leave(),
    focus: () => session.focus(),
  };
}

function placesIn(stop: Stop, pattern: RegExp): number[] {
  // Most rows hold it nowhere, which one look tells.
  if (isRow(stop) && !pattern.test(stop.row.cells.map(({ source }) => source).join(' | '))) return [];
  return columnsOf(stop).flatMap((column, place) => (pattern.test(textAt(stop, column)) ? [place] : []));
}

function editsOf(stops: readonly Stop[], spots: readonly Spot[], textOf: (before: string) => string): Edit[] {
  const rows: CellValue[] = [];
  const heads: Edit[] = [];
  for (const { line, place } of spots) {
    const stop = stops[line];
    const column = stop && columnsOf(stop)[place];
    if (!stop || column === undefined) continue;
    const text = textOf(textAt(stop, column));
    const field = stop.kind === 'block' ? headFields(stop.block)[column] : undefined;
    if (isRow(stop)) rows.push({ row: stop.id, column, text });
    else if (field) heads.push((state) => setHeadField(state, stop.block.id, field, text));
  }
  return [(state: EditorState) => setCells(state, rows), (state) => allAtOnce(state, heads)];
}

/** Several edits of one state: they do not touch each other, and one after the other would read it anew each time. */
function allAtOnce(state: EditorState, edits: readonly Edit[]): TransactionSpec | null {
  const changes = edits.flatMap((edit) => edit(state)?.changes ?? []);
  return changes.length === 0 ? null : { changes };
}
