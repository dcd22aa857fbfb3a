import type { EditorState, TransactionSpec } from '@codemirror/state';
import { setProperty } from './blockEdits';
import { isOff } from './cells';
import { lanesOf, MARKS, setCells } from './edits';
import { findBlock, findRows, structure } from './structure';
import { holdsSteps, nameKey } from './words';

/** A step's marks with the option that switches it off, or without it; other options stay. */
export function marksWithOff(marks: readonly string[], off: boolean): string[] {
  const at = marks.findIndex((mark) => mark === '!' || mark.startsWith('! '));
  const options = (marks[at] ?? '')
    .slice(1)
    .split(',')
    .map((option) => option.trim())
    .filter((option) => option !== '' && option !== 'off');
  if (off) options.push('off');
  const mark = options.length > 0 ? [`! ${options.join(', ')}`] : [];
  return at < 0 ? [...marks, ...mark] : [...marks.slice(0, at), ...mark, ...marks.slice(at + 1)];
}

/** Switches steps off, or on again where all of them are off. */
export function switchSteps(state: EditorState, ids: readonly number[]): TransactionSpec | null {
  const rows = findRows(structure(state), new Set(ids))
    .filter(({ section, placed }) => holdsSteps(section.word) && placed.row.cells[0]?.source)
    .map(({ placed }) => placed.row);
  const off = !rows.every((row) => isOff(row.cells));
  return setCells(
    state,
    rows.map((row) => ({ row: row.id, column: MARKS, text: marksWithOff(lanesOf(row.cells).marks, off).join(' | ') })),
  );
}

/** Whether a property says that a case does not run. */
export const saysNotToRun = (value: string) => nameKey(value) === 'no';

/** Switches a case off, or on again. */
export function switchCase(state: EditorState, id: number): TransactionSpec | null {
  const block = findBlock(structure(state), id)?.block;
  if (block?.kind.word !== 'case') return null;
  return setProperty(state, id, 'run', mayRun(block.properties) ? 'no' : '');
}

/** Whether a case with these properties is not switched off. */
export const mayRun = (properties: readonly { property: { word: string; value: string } }[]) =>
  !properties.some(({ property }) => nameKey(property.word) === 'run' && saysNotToRun(property.value));
