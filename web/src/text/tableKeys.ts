import type { EditorState } from '@codemirror/state';
import type { KeyBinding } from '@codemirror/view';
import type { OpenDocument } from '@/document/openDocument';
import { blockOver, findRows, type RowPlace, structure } from '@/document/structure';
import { switchCase, switchSteps } from '@/document/switchOff';
import { holdsSteps } from '@/document/words';
import { proposedName, type RefactoringAsk } from '@/refactoring/refactorings';

/** The lines that are selected, or the one with the cursor, counted from 0. */
function selectedLines(state: EditorState): [first: number, last: number] {
  const { from, to } = state.selection.main;
  const first = state.doc.lineAt(from).number - 1;
  const last = state.doc.lineAt(to);
  // A selection that ends before the first letter of a line means the lines above.
  const until = to > from && to === last.from ? last.number - 2 : last.number - 1;
  return [first, until];
}

/** The rows among the selected lines. */
function selectedRows(state: EditorState): RowPlace[] {
  const of = structure(state);
  const [first, last] = selectedLines(state);
  return findRows(of, new Set(of.lines.slice(first, last + 1).map(({ id }) => id)));
}

const selectedSteps = (state: EditorState) => selectedRows(state).filter(({ section }) => holdsSteps(section.word));

/** The element of a page whose row is the first of the selected lines. */
function selectedElement(state: EditorState): RowPlace | undefined {
  const [row] = selectedRows(state);
  return row?.block.kind.word === 'page' && row.place > 0 ? row : undefined;
}

/** The block whose header is the first of the selected lines. */
function selectedBlock(state: EditorState) {
  const of = structure(state);
  const [first] = selectedLines(state);
  const block = blockOver(of, first + 1);
  return block && of.lines[first]?.id === block.id ? block : null;
}

/** What keys of the table do in its text, too: F8 switches off, F6 renames, Ctrl E extracts. */
export function tableKeys(document: OpenDocument, ask: (what: RefactoringAsk) => void): readonly KeyBinding[] {
  const { path } = document;
  const switchOff = () => {
    const block = selectedBlock(document.state);
    const steps = selectedSteps(document.state).map(({ placed }) => placed.row.id);
    const edit = block ? switchCase(document.state, block.id) : switchSteps(document.state, steps);
    if (edit) document.dispatch(edit);
    return true;
  };
  const rename = () => {
    const line = selectedLines(document.state)[0] + 1;
    const name = selectedBlock(document.state)?.name ?? selectedElement(document.state)?.placed.row.cells[0]?.source;
    if (name) ask({ what: 'rename', path, line, name });
    return true;
  };
  const extract = () => {
    const all = selectedSteps(document.state);
    // Only steps that follow each other can become one.
    const steps = all.filter(({ section }) => section === all[0]?.section);
    const [first, last] = [steps[0], steps.at(-1)];
    if (first && last) {
      const name = proposedName(last.placed.row.cells.map((cell) => cell.source));
      ask({ what: 'extract keyword', path, line: first.line + 1, count: steps.length, name });
    }
    return true;
  };
  return [
    { key: 'F8', run: switchOff, preventDefault: true },
    { key: 'F6', run: rename, preventDefault: true },
    { key: 'Mod-e', run: extract, preventDefault: true },
  ];
}
