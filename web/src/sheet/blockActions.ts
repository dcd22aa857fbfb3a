/** What one does on a sheet with columns, sections and whole blocks. */

import * as edits from '@/document/blockEdits';
import { findRow, structure } from '@/document/structure';
import { switchCase, switchSteps } from '@/document/switchOff';
import type { SectionWord } from '@/document/words';
import { columnsOf } from './columns';
import { isRow, type RowItem, type Stop } from './items';
import { type SheetSession, sectionIds } from './session';

/** The section of a row, for what is done with its columns. */
function sectionOf(session: SheetSession, row: RowItem) {
  const place = findRow(structure(session.document.state), row.id);
  const column = session.cursor.get()?.column ?? 0;
  return place ? { ...place, column: Math.max(0, column) } : null;
}

/** Adds a column before the one under the cursor, or `behind` by one, with its name to be typed. */
export function addColumn(session: SheetSession, row: RowItem, behind: 0 | 1) {
  const at = sectionOf(session, row);
  if (!at) return;
  const { block, section, column } = at;
  session.dispatch(edits.addColumn(session.document.state, block.id, section, column + behind, ''));
  const head = section.rows[0]?.row.id;
  session.cursor.set({ key: `row ${head}`, column: column + behind, anchor: null, editing: 'in' });
}

export function shiftColumn(session: SheetSession, row: RowItem, by: -1 | 1) {
  const at = sectionOf(session, row);
  if (!at) return;
  session.dispatch(edits.shiftColumn(session.document.state, at.block.id, at.section, at.column, by));
  session.goTo(row.key, Math.max(0, at.column + by));
}

export function removeColumn(session: SheetSession, row: RowItem) {
  const at = sectionOf(session, row);
  if (at) session.dispatch(edits.removeColumn(session.document.state, at.block.id, at.section, at.column));
}

export function addSection(session: SheetSession, id: number, word: SectionWord) {
  session.putCursor(edits.addSection(session.document.state, id, word), 0);
}

export function removeSection(session: SheetSession, row: RowItem) {
  const at = sectionOf(session, row);
  if (!at) return;
  session.dispatch(edits.removeSection(session.document.state, at.block.id, at.section));
  session.goTo(`block ${at.block.id}`, 0);
}

export function copyBlock(session: SheetSession, id: number) {
  const made = edits.copyBlock(session.document.state, id);
  if (!made) return;
  session.document.dispatch(made.spec);
  const line = structure(session.document.state).lines[made.line];
  if (line) session.cursor.set({ key: `block ${line.id}`, column: 0, anchor: null, editing: null });
}

export function shiftBlock(session: SheetSession, id: number, by: -1 | 1) {
  session.dispatch(edits.shiftBlock(session.document.state, id, by));
}

export function moveBlock(session: SheetSession, id: number, to: number) {
  session.dispatch(edits.moveBlock(session.document.state, id, to));
}

export function removeBlock(session: SheetSession, id: number) {
  const { stops } = session.lines();
  const other = stops.filter((stop) => stop.kind === 'block' && stop.id !== id);
  const index = stops.findIndex((stop) => stop.key === `block ${id}`);
  const next = other.find((stop) => stops.indexOf(stop) > index) ?? other.at(-1);
  session.dispatch(edits.removeBlock(session.document.state, id));
  if (next) session.goTo(next.key, 0);
  else session.cursor.set(null);
}

/** Switches a case off, or steps: those of the range where one of them is meant; or on again. */
export function switchOff(session: SheetSession, at: Stop) {
  const { state } = session.document;
  if (at.kind === 'block') return session.dispatch(switchCase(state, at.id));
  if (at.kind !== 'step') return;
  const ids = session.rowsAt(at).map((row) => row.id);
  session.dispatch(switchSteps(state, ids));
}

/** Adds a block of a kind behind another one, with its name under the cursor. */
export function addBlock(session: SheetSession, kind: string, wish: string, behind: number | null) {
  const { state } = session.document;
  const { spec, line } = edits.addBlock(state, edits.newBlockText(kind, edits.freeName(state, kind, wish)), behind);
  session.document.dispatch(spec);
  const id = structure(session.document.state).lines[line]?.id;
  if (id !== undefined) session.cursor.set({ key: `block ${id}`, column: 0, anchor: null, editing: 'in' });
}

/** Selects all rows of the section under the cursor. */
export function selectSection(session: SheetSession) {
  const now = session.current();
  if (!now || !isRow(now.stop)) return;
  const ids = sectionIds(now.stop);
  const rows = session.lines().stops.filter((stop): stop is RowItem => isRow(stop) && ids.has(stop.id));
  const first = rows[0];
  const last = rows.at(-1);
  if (!first || !last) return;
  const column = columnsOf(last).at(-1) ?? 0;
  session.cursor.set({ key: last.key, column, anchor: { key: first.key, column: 0 }, editing: null });
}
