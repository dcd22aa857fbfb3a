import { MARKS } from '@/document/edits';
import { structure } from '@/document/structure';
import type { MenuEntry } from '@/parts/Menu';
import { proposedName, type RefactoringAsk, type RefactoringWhat } from '@/refactoring/refactorings';
import { textAt } from './columns';
import { isRow, type RowItem, type Stop } from './items';
import type { SheetSession } from './session';

/** Asks for a refactoring at a line; its panel opens beside the sheet. */
function ask(session: SheetSession, what: RefactoringWhat, id: number, more: Partial<RefactoringAsk> = {}) {
  session.leave();
  const { lines } = structure(session.document.state);
  const line = lines.findIndex((each) => each.id === id);
  if (line >= 0) session.refactoring.set({ what, path: session.document.path, line: line + 1, ...more });
}

/** The cell under the cursor where it is in this row and an argument, counted from 0. */
function cellOf(session: SheetSession, row: RowItem): number | null {
  const cursor = session.cursor.get();
  const here = cursor?.key === row.key && cursor.column > 0 && cursor.column !== MARKS;
  return here ? cursor.column - 1 : null;
}

function askToExtract(session: SheetSession, rows: readonly RowItem[]) {
  const [first, last] = [rows[0], rows.at(-1)];
  if (!first || !last) return;
  const name = proposedName(last.row.cells.map((cell) => cell.source));
  ask(session, 'extract keyword', first.id, { count: rows.length, name });
}

/** Makes a keyword of the selected steps. */
export function extractKeyword(session: SheetSession) {
  const rows = session.rangeRows();
  const first = rows[0];
  if (first?.kind === 'step') askToExtract(session, rows);
}

/** Renames the block or element under the cursor. */
export function rename(session: SheetSession) {
  const stop = session.current()?.stop;
  if (stop?.kind === 'block') ask(session, 'rename', stop.id, { name: stop.block.name });
  else if (stop && isElement(stop)) ask(session, 'rename', stop.id, { name: textAt(stop, 0) });
}

const isElement = (stop: Stop): stop is RowItem =>
  isRow(stop) && stop.kind === 'cells' && stop.block.kind.word === 'page' && !stop.head;

export function stepRefactorings(row: RowItem, session: SheetSession): MenuEntry[] {
  if (row.kind !== 'step') return [];
  const rows = session.rowsAt(row);
  const first = rows[0] ?? row;
  const count = rows.length;
  const cell = cellOf(session, row);
  const entries: MenuEntry[] = [
    {
      word: count > 1 ? `Extract keyword from ${count} steps …` : 'Extract keyword …',
      keys: 'Ctrl E',
      act: () => askToExtract(session, rows),
    },
  ];
  if (row.step.composed) entries.push({ word: 'Put its steps here …', act: () => ask(session, 'inline', row.id) });
  if (row.block.kind.word === 'case') {
    entries.push({ word: 'Steps become the set-up …', act: () => ask(session, 'set-up', first.id, { count }) });
    entries.push({ word: 'Steps become a fixture …', act: () => ask(session, 'fixture', first.id, { count }) });
  }
  if (cell !== null) entries.push(null, ...literalEntries(row, cell, session));
  return entries;
}

/** What a value that stands in a cell can become. */
function literalEntries(row: RowItem, cell: number, session: SheetSession): MenuEntry[] {
  const into = (word: string, what: RefactoringWhat): MenuEntry => ({
    word,
    act: () => ask(session, what, row.id, { cell }),
  });
  const entries: MenuEntry[] = [];
  if (row.block.kind.word === 'keyword') entries.push(into('Turn into a parameter …', 'parameter'));
  if (row.block.kind.word === 'case') entries.push(into('Turn into a data column …', 'column'));
  entries.push(into('Turn into an environment value …', 'environment value'));
  if (row.problems.length > 0) entries.push(into('Add the element to the page …', 'add element'));
  return entries;
}

export const cellRefactorings = (row: RowItem, session: SheetSession): MenuEntry[] =>
  isElement(row)
    ? [null, { word: 'Rename …', keys: 'F6', act: () => ask(session, 'rename', row.id, { name: textAt(row, 0) }) }]
    : [];

export function blockRefactorings(item: Extract<Stop, { kind: 'block' }>, session: SheetSession): MenuEntry[] {
  const { block, id } = item;
  const entries: MenuEntry[] = [
    { word: 'Rename everywhere …', keys: 'F6', act: () => ask(session, 'rename', id, { name: block.name }) },
  ];
  if (block.kind.word !== 'suite')
    entries.push({ word: 'Move to another document …', act: () => ask(session, 'move', id) });
  if (block.kind.word !== 'case') return entries;
  if (block.sections.some((section) => section.word === 'data')) {
    entries.push({ word: 'Rows become a data set …', act: () => ask(session, 'data set', id) });
  } else if (block.properties.some(({ property }) => property.word === 'data')) {
    entries.push({ word: 'Rows come into the case …', act: () => ask(session, 'own rows', id) });
  }
  return entries;
}
