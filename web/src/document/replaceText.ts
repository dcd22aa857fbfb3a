import { isolateHistory } from '@codemirror/commands';
import type { ChangeSpec, EditorState, TransactionSpec } from '@codemirror/state';
import { diffArrays } from 'diff';

/** Another text for a document, as an edit of the lines that differ, so that undo takes it back. */
export function replaceText({ doc }: EditorState, text: string): TransactionSpec | null {
  const changes: ChangeSpec[] = [];
  const broken = (all: string) => all.split(/(?<=\n)/);
  let at = 0;
  let next = 0;
  const lines = broken(text);
  for (const { removed, added, count, value } of diffArrays(broken(doc.toString()), lines)) {
    const length = value.join('').length;
    if (removed) changes.push({ from: at, to: at + length });
    if (added) changes.push({ from: at, insert: lines.slice(next, next + count).join('') });
    if (!added) at += length;
    if (!removed) next += count;
  }
  return changes.length === 0
    ? null
    : { changes, annotations: isolateHistory.of('full'), userEvent: 'records.replace' };
}
