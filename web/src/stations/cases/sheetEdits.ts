import type { EditView, SheetEditUnion } from '@/api/types';
import { type RowItem, textAt } from './sheetItems';

/** The edit that gives a column of a row another content. */
export function editOf(item: RowItem, column: number, text: string): SheetEditUnion {
  const { line, cells, step } = item.row;
  if (item.kind === 'cells' || !step) return { edit: 'set cell', line, cell: column, text };
  if (column > item.argumentColumns) return marksEdit(item, text);
  if (column < step.marksFrom || step.marksFrom >= cells.length) return { edit: 'set cell', line, cell: column, text };
  // An argument behind the last one moves the marks to the right.
  const blanks = Array.from({ length: column - step.marksFrom }, () => '');
  const marks = cells.slice(step.marksFrom).map((cell) => cell.source);
  return { edit: 'set cells', line, cell: step.marksFrom, rows: [[...blanks, text, ...marks]] };
}

function marksEdit(item: RowItem, text: string): SheetEditUnion {
  const { line, cells, step } = item.row;
  const marks = text
    .split(/\s*\|\s*/)
    .map((mark) => mark.trim())
    .filter((mark) => mark !== '');
  const from = Math.min(step?.marksFrom ?? cells.length, cells.length);
  const emptied = Array.from({ length: Math.max(0, cells.length - from - marks.length) }, () => '');
  return { edit: 'set cells', line, cell: from, rows: [[...marks, ...emptied]] };
}

/** A rectangle of a sheet as text that any spreadsheet takes. */
export function asTabSeparated(rows: RowItem[], from: number, to: number): string {
  return rows
    .map((row) => {
      const cells = [];
      for (let column = from; column <= to; column++) cells.push(textAt(row, column).replaceAll('\t', ' '));
      return cells.join('\t');
    })
    .join('\n');
}

/** Text of a spreadsheet as rows of cells. */
export const fromTabSeparated = (text: string): string[][] =>
  text
    .replace(/\r?\n$/, '')
    .split(/\r?\n/)
    .map((line) => line.split('\t'));

/** The end of an edit that takes a line away with its end. */
const WHOLE_LINE = 2147483647;

/** A text with a problem's fix made in it. */
export function withFix(text: string, edits: EditView[]): string {
  const lines = text.split('\n');
  const backwards = [...edits].sort((a, b) => b.line - a.line || b.start - a.start);
  for (const edit of backwards) {
    if (edit.start === 0 && edit.end === WHOLE_LINE && edit.text === '') {
      lines.splice(edit.line - 1, 1);
      continue;
    }
    const line = lines[edit.line - 1] ?? '';
    lines[edit.line - 1] = line.slice(0, edit.start) + edit.text + line.slice(edit.end);
  }
  return lines.join('\n');
}
