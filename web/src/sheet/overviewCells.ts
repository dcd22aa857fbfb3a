import { setName, setProperty } from '@/document/blockEdits';
import type { OpenDocument } from '@/document/openDocument';
import { type Block, structure } from '@/document/structure';
import { nameKey } from '@/document/words';

/** The columns of an overview: a case's name, and the properties that one looks through many cases for. */
export const OVERVIEW_COLUMNS = ['name', 'run', 'tags', 'data', 'fixtures', 'after', 'timeout', 'tries'] as const;

export interface OverviewCase {
  id: number;
  /** The line of its head, from 1. */
  line: number;
  /** A text for each column. */
  cells: readonly string[];
}

const propertyOf = (block: Block, word: string) =>
  block.properties.find(({ property }) => nameKey(property.word) === word)?.property.value ?? '';

/** The cases of a document, one after another. */
export function overviewOf(document: Pick<OpenDocument, 'state'>): OverviewCase[] {
  const { blocks, starts } = structure(document.state);
  return blocks.flatMap((block, place) =>
    block.kind.word === 'case'
      ? [
          {
            id: block.id,
            line: (starts[place] ?? 0) + block.header + 1,
            cells: OVERVIEW_COLUMNS.map((word) => (word === 'name' ? block.name : propertyOf(block, word))),
          },
        ]
      : [],
  );
}

/** A text for a cell, by the places of its case and column. */
export interface OverviewValue {
  line: number;
  column: number;
  text: string;
}

/** Writes texts into cells; an empty one takes a property away. A case keeps its name where an empty one is given. */
export function writeOverview(document: Pick<OpenDocument, 'state' | 'edit'>, values: readonly OverviewValue[]) {
  const cases = overviewOf(document);
  for (const { line, column, text } of values) {
    const one = cases[line];
    const word = OVERVIEW_COLUMNS[column];
    const wanted = text.trim();
    if (!one || !word || one.cells[column] === wanted) continue;
    if (word !== 'name') document.edit((state) => setProperty(state, one.id, word, wanted));
    else if (wanted !== '') document.edit((state) => setName(state, one.id, wanted));
  }
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
