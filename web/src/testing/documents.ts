import { history, redo, undo } from '@codemirror/commands';
import { EditorState, type TransactionSpec } from '@codemirror/state';
import { findRow, movedLinesHistory, type RowPlace, structure, structureOf } from '@/document/structure';

/** A document's state without a server. */
export const stateOf = (text: string, ...more: Parameters<typeof EditorState.create>[0][]) =>
  EditorState.create({ doc: text, extensions: [structureOf(true), history(), movedLinesHistory], ...more[0] });

/** The row whose cells begin with these texts. */
export function rowOf(state: EditorState, ...cells: string[]): RowPlace {
  for (const block of structure(state).blocks) {
    for (const section of block.sections) {
      for (const { row } of section.rows) {
        if (cells.every((cell, c) => row.cells[c]?.source === cell))
          return findRow(structure(state), row.id) as RowPlace;
      }
    }
  }
  throw new Error(`no row ${cells.join(', ')} in\n${state.doc}`);
}

/** The block with a name. */
export function blockOf(state: EditorState, name: string) {
  const block = structure(state).blocks.find((each) => each.name === name);
  if (!block) throw new Error(`no block ${name} in\n${state.doc}`);
  return block;
}

/** The state after an edit. */
export function edited(state: EditorState, spec: TransactionSpec | null): EditorState {
  return spec ? state.update(spec).state : state;
}

export function undone(state: EditorState): EditorState {
  let next = state;
  undo({ state, dispatch: (transaction) => (next = transaction.state) });
  return next;
}

export function redone(state: EditorState): EditorState {
  let next = state;
  redo({ state, dispatch: (transaction) => (next = transaction.state) });
  return next;
}
