import type { EditorState } from '@codemirror/state';
import { type Edit, setName, setProperty, together } from '@/document/blockEdits';
import type { OpenDocument } from '@/document/openDocument';
import { type Block, structure, suiteIn } from '@/document/structure';
import { nameKey } from '@/document/words';

/** The columns of an overview: a case's name, and the properties that one looks through many cases for. */
export const OVERVIEW_COLUMNS = ['name', 'run', 'tags', 'data', 'fixtures', 'after', 'timeout', 'tries'] as const;

export interface OverviewCase {
  document: OpenDocument;
  /** The name of its suite; empty where it is in none. */
  suite: string;
  id: number;
  /** The line of its head, from 1. */
  line: number;
  /** A text for each column. */
  cells: readonly string[];
}

const propertyOf = (block: Block, word: string) =>
  block.properties.find(({ property }) => nameKey(property.word) === word)?.property.value ?? '';

/** What was read of a state stays true of it. */
const known = new WeakMap<EditorState, readonly OverviewCase[]>();

/** The cases of a document, one after another. */
export function overviewOf(document: OpenDocument): readonly OverviewCase[] {
  const before = known.get(document.state);
  if (before) return before;
  const { blocks, starts } = structure(document.state);
  const suite = suiteIn(document)?.name ?? '';
  const cases = blocks.flatMap((block, place) =>
    block.kind.word === 'case'
      ? [
          {
            document,
            suite,
            id: block.id,
            line: (starts[place] ?? 0) + block.header + 1,
            cells: OVERVIEW_COLUMNS.map((word) => (word === 'name' ? block.name : propertyOf(block, word))),
          },
        ]
      : [],
  );
  known.set(document.state, cases);
  return cases;
}

/** A text for a cell, by the places of its case and column. */
export interface OverviewValue {
  line: number;
  column: number;
  text: string;
}

/**
 * Writes texts into cells, as one step of undo in each document; an empty one takes a property away. A case keeps its
 * name where an empty one is given.
 *
 * @param cases those that the values' lines count in
 * @returns the documents that it changed
 */
export function writeOverview(cases: readonly OverviewCase[], values: readonly OverviewValue[]): OpenDocument[] {
  const edits = new Map<OpenDocument, Edit[]>();
  for (const { line, column, text } of values) {
    const one = cases[line];
    const word = OVERVIEW_COLUMNS[column];
    const wanted = text.trim();
    if (!one || !word || one.cells[column] === wanted || (word === 'name' && wanted === '')) continue;
    const own = edits.get(one.document) ?? [];
    own.push((state) => (word === 'name' ? setName(state, one.id, wanted) : setProperty(state, one.id, word, wanted)));
    edits.set(one.document, own);
  }
  for (const [document, own] of edits) document.edit((state) => together(state, own));
  return [...edits.keys()];
}

/** The texts of a pasted table, from a cell on. */
export function pasted(text: string, line: number, column: number): OverviewValue[] {
  return text
    .replace(/\r?\n$/, '')
    .split(/\r?\n/)
    .flatMap((row, down) =>
      row.split('\t').map((cell, right) => ({ line: line + down, column: column + right, text: cell })),
    );
}
