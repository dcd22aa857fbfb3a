import type { ChangeSpec, Text } from '@codemirror/state';
import { canonical, displayWidth } from './cells';
import { type Row, widthOf } from './lines';
import type { Block } from './structure';

/** A row of a table as it shall be: one that is there with its cells, or one that comes in. */
export interface TargetRow {
  cells: readonly string[];
  /** The line it has now, counted from 0, and the row; null for one that comes in. */
  now: { line: number; row: Row } | null;
}

/** How wide each cell of a row is, without empty ones at the end; worked out once for a row's cells. */
const knownWidths = new WeakMap<readonly string[], readonly number[]>();

function widthsOfCells(cells: readonly string[]): readonly number[] {
  const known = knownWidths.get(cells);
  if (known) return known;
  const made = cells.slice(0, widthOf(cells.map((source) => ({ source })))).map(displayWidth);
  knownWidths.set(cells, made);
  return made;
}

/** The widths of the columns of rows that stand together, as the server's printer has them. */
export function columnWidths(rows: readonly (readonly string[])[]): number[] {
  const widths: number[] = [0];
  for (const row of rows) {
    const own = widthsOfCells(row);
    for (let c = 0; c < own.length; c++) {
      if (!((widths[c] ?? -1) >= (own[c] as number))) widths[c] = own[c] as number;
    }
  }
  return widths;
}

/** A row in its canonical form. */
export const printRow = (cells: readonly string[], widths: readonly number[]) =>
  `${widths.map((width, c) => `|${printCell(cells[c] ?? '', width)}`).join('')}|`;

const printCell = (source: string, width: number) => ` ${source}${' '.repeat(width - displayWidth(source) + 1)}`;

/**
 * The rows round a line that are laid out together: those with nothing but comments between them. Gives their places
 * in the block's lines.
 */
export function groupAround(block: Block, index: number): number[] {
  const belongs = (i: number) => block.lines[i]?.kind === 'row' || block.lines[i]?.kind === 'comment';
  let from = index;
  let to = index;
  while (belongs(from - 1) && from - 1 > block.header) from--;
  while (belongs(to + 1)) to++;
  const rows: number[] = [];
  for (let i = from; i <= to; i++) if (block.lines[i]?.kind === 'row') rows.push(i);
  return rows;
}

/**
 * What turns rows into what they shall be, in their canonical form. A cell's text is replaced between its two pipes,
 * other cells only gain or lose blanks directly before their last one, so that two people's changes of one table merge
 * cleanly.
 */
export function layOut(doc: Text, rows: readonly TargetRow[]): { changes: ChangeSpec[]; widths: number[] } {
  const widths = columnWidths(rows.map((row) => row.cells));
  const key = widths.join(' ');
  const changes: ChangeSpec[] = [];
  for (const { cells, now } of rows) {
    if (!now) continue;
    // Of a large table most rows are as they shall be already.
    const same = cells === knownCells.get(now.row);
    if (same && laidOutFor.get(now.row) === key) continue;
    const count = changes.length;
    layOutRow(doc.line(now.line + 1).from, now.row, cells, widths, changes);
    if (same && changes.length === count) laidOutFor.set(now.row, key);
  }
  return { changes, widths };
}

/** The widths that a row is laid out for. */
const laidOutFor = new WeakMap<Row, string>();
const knownCells = new WeakMap<Row, readonly string[]>();

function layOutRow(
  start: number,
  row: Row,
  cells: readonly string[],
  widths: readonly number[],
  changes: ChangeSpec[],
) {
  const { text } = row;
  const indent = text.indexOf('|');
  if (indent > 0) changes.push({ from: start, to: start + indent });
  let end = 0;
  widths.forEach((width, c) => {
    const source = cells[c] ?? '';
    const now = row.cells[c];
    if (!now) return;
    end = now.to;
    const padded = text.slice(now.from, now.to);
    const wanted = printCell(source, width);
    if (padded === wanted) return;
    // A cell that was right but for its width keeps its text, so that others' changes of it stay whole.
    const keeps = now.source === source && padded.startsWith(` ${source}`) && padded.endsWith(' ');
    if (keeps && wanted.length > padded.length) {
      changes.push({ from: start + now.to - 1, insert: ' '.repeat(wanted.length - padded.length) });
    } else if (keeps && wanted.length < padded.length) {
      changes.push({ from: start + now.to - 1 - (padded.length - wanted.length), to: start + now.to - 1 });
    } else changes.push({ from: start + now.from, to: start + now.to, insert: wanted });
  });
  const more = widths
    .slice(row.cells.length)
    .map((width, i) => `${printCell(cells[row.cells.length + i] ?? '', width)}|`)
    .join('');
  const closed = text[end] === '|' ? '' : '|';
  const tail = start + end + (closed ? 0 : 1);
  if (tail < start + text.length || more || closed) {
    changes.push({ from: tail, to: start + text.length, insert: closed + more });
  }
}

/** What a row's cells are once they are printed. */
export function canonicalCells(row: Row): readonly string[] {
  const known = knownCells.get(row);
  if (known) return known;
  const made = row.cells.map((cell) => canonical(cell.source));
  knownCells.set(row, made);
  return made;
}
