import type { ChangeSpec, Text } from '@codemirror/state';
import { canonical, displayWidth } from './cells';
import { keptWithRow, type Line, type Row, widthOf } from './lines';
import type { Block } from './structure';

/** Rows of a block that stand together, and what some of them shall be. */
export interface RowGroup {
  /** The block's lines, and the first one's place in the text, counted from 0. */
  lines: readonly Line[];
  start: number;
  /** The rows' places in the block's lines. */
  rows: readonly number[];
  /** The cells that rows shall have, by their places; all others have those that they have. */
  cells: ReadonlyMap<number, readonly string[]>;
  /** Rows that come in. */
  inserted?: readonly (readonly string[])[];
}

/** What is known of a row's layout; of a large table nearly all rows are as they were. */
interface RowLayout {
  cells: readonly string[];
  widths: readonly number[];
  /** The widths of columns that it is laid out for. */
  laidOutFor: string;
}

const layouts = keptWithRow<RowLayout>();

function layoutOf(row: Row): RowLayout {
  const known = layouts.of(row);
  if (known) return known;
  const cells = row.cells.map((cell) => canonical(cell.source));
  return layouts.keep(row, { cells, widths: widthsOfCells(cells), laidOutFor: '' });
}

/** What a row's cells are once they are printed. */
export const canonicalCells = (row: Row): readonly string[] => layoutOf(row).cells;

/** How wide each cell of a row is, without empty ones at the end. */
const widthsOfCells = (cells: readonly string[]): readonly number[] =>
  cells.slice(0, widthOf(cells.map((source) => ({ source })))).map(displayWidth);

/** The widths of the columns of rows that stand together, as the server's printer has them. */
export function columnWidths(rows: readonly (readonly string[])[]): number[] {
  const widths: number[] = [0];
  for (const row of rows) widen(widths, widthsOfCells(row));
  return widths;
}

function widen(widths: number[], own: readonly number[]) {
  for (let c = 0; c < own.length; c++) {
    if (!((widths[c] ?? -1) >= (own[c] as number))) widths[c] = own[c] as number;
  }
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
export function layOut(doc: Text, group: RowGroup): { changes: ChangeSpec[]; widths: number[] } {
  const { lines, start, rows, cells, inserted = [] } = group;
  const widths = columnWidths(inserted);
  for (const place of rows) {
    const wanted = cells.get(place);
    widen(widths, wanted ? widthsOfCells(wanted) : layoutOf(lines[place] as Row).widths);
  }
  const key = widths.join(' ');
  const changes: ChangeSpec[] = [];
  for (const place of rows) {
    const row = lines[place] as Row;
    const known = layoutOf(row);
    const wanted = cells.get(place) ?? known.cells;
    const same = wanted === known.cells;
    if (same && known.laidOutFor === key) continue;
    const count = changes.length;
    layOutRow(doc.line(start + place + 1).from, row, wanted, widths, changes);
    if (same && changes.length === count) known.laidOutFor = key;
  }
  return { changes, widths };
}

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
