import { invertedEffects } from '@codemirror/commands';
import { type EditorState, StateEffect, StateField, type Transaction } from '@codemirror/state';
import type { Line, Property, Row } from './lines';
import { readChange, readText } from './readStructure';
import type { BlockKind, SectionWord } from './words';

/** A row with its place in its block's lines. */
export interface PlacedRow {
  row: Row;
  index: number;
}

export interface Section {
  word: SectionWord;
  /** The place of its word in the block's lines; null where rows stand in the main section without it. */
  at: number | null;
  rows: PlacedRow[];
  /** The place in the block's lines behind its last row, or behind its word and what belongs to that. */
  end: number;
}

/** A block of a document. What it holds counts from its first line, so that one that only moved is the same object. */
export interface Block {
  /** The header's line's id. */
  id: number;
  kind: BlockKind;
  name: string;
  /** From the first comment directly above the header to the last line that is not blank. */
  lines: readonly Line[];
  /** The header's place in `lines`. */
  header: number;
  note: string;
  properties: { property: Property; index: number }[];
  sections: Section[];
}

/** A document's text, read. Lines count from 0. */
export interface Structure {
  lines: readonly Line[];
  blocks: readonly Block[];
  /** The first line of each block. */
  starts: readonly number[];
}

/** Says which line of the new text is which of the old one, for lines that were moved. */
export const movedLines = StateEffect.define<{ id: number; at: number }[]>({
  map: (moved, changes) => moved.map(({ id, at }) => ({ id, at: changes.mapPos(at, 1) })),
});

/** Undo of a move makes the lines at their old places the lines they were. */
export const movedLinesHistory = invertedEffects.of((transaction) =>
  transaction.effects
    .filter((effect) => effect.is(movedLines))
    .map((effect) => {
      const before = structure(transaction.startState);
      const back = effect.value.flatMap(({ id }) => {
        const line = before.lines.findIndex((each) => each.id === id);
        return line < 0 ? [] : [{ id, at: transaction.startState.doc.line(line + 1).from }];
      });
      return movedLines.of(back);
    }),
);

/** Whether a document has blocks at all; a feature has none. */
const hasBlocks = StateField.define<boolean>({ create: () => true, update: (value) => value });

const structureField = StateField.define<Structure>({
  create: (state) => readText(state.doc, state.field(hasBlocks)),
  update: (before, transaction) => {
    if (!transaction.docChanged) return before;
    const { startState, changes, newDoc } = transaction;
    return readChange(before, startState.doc, changes, newDoc, movedTo(transaction), startState.field(hasBlocks));
  },
});

/** The ids of lines that a transaction moved, by their places in the new text. */
function movedTo({ effects, newDoc }: Transaction): Map<number, number> {
  const moved = new Map<number, number>();
  for (const effect of effects) {
    if (!effect.is(movedLines)) continue;
    for (const { id, at } of effect.value) {
      const line = newDoc.lineAt(at);
      if (line.from === at) moved.set(line.number - 1, id);
    }
  }
  return moved;
}

/** The extension that keeps a document's structure. */
export const structureOf = (tables: boolean) => [hasBlocks.init(() => tables), structureField];

export const structure = (state: EditorState): Structure => state.field(structureField);

/** The block that a line, counted from 1, is in or under. */
export const blockOver = ({ blocks, starts }: Structure, number: number): Block | undefined =>
  blocks[starts.findLastIndex((start) => start < number)];

/** Where a row is. */
export interface RowPlace {
  block: Block;
  section: Section;
  /** Its place in the section's rows. */
  place: number;
  placed: PlacedRow;
  /** Counted from 0. */
  line: number;
}

/** Finds a row by its id. */
export function findRow(of: Structure, id: number): RowPlace | null {
  for (const [index, block] of of.blocks.entries()) {
    for (const section of block.sections) {
      const place = section.rows.findIndex(({ row }) => row.id === id);
      const placed = section.rows[place];
      if (placed) return { block, section, place, placed, line: (of.starts[index] as number) + placed.index };
    }
  }
  return null;
}

/** Finds several rows by their ids, in the order of the document. */
export function findRows(of: Structure, ids: ReadonlySet<number>): RowPlace[] {
  return of.blocks.flatMap((block, index) =>
    block.sections.flatMap((section) =>
      section.rows.flatMap((placed, place) =>
        ids.has(placed.row.id)
          ? [{ block, section, place, placed, line: (of.starts[index] as number) + placed.index }]
          : [],
      ),
    ),
  );
}

/** A document's suite, where it has one. */
export const suiteIn = ({ state }: { state: EditorState }): Block | null =>
  structure(state).blocks.find((block) => block.kind.word === 'suite') ?? null;

/** Finds a block by its id, with its first line. */
export function findBlock(of: Structure, id: number): { block: Block; start: number; place: number } | null {
  const place = of.blocks.findIndex((block) => block.id === id);
  const block = of.blocks[place];
  return block ? { block, start: of.starts[place] as number, place } : null;
}
