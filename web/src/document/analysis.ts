import { type ChangeDesc, type EditorState, MapMode, StateEffect, StateField, type Text } from '@codemirror/state';
import type { AnalysisView, BlockMeaning, BlockProblem, RowMeaning } from '@/api/types';
import { type Line, readLine } from './lines';
import { type Block, type Structure, structure } from './structure';

/** What is said of a line; it holds while the line says what it said then. */
export interface LineMeaning {
  /** The line as it was. */
  of: Line;
  row: RowMeaning | null;
  problems: readonly BlockProblem[];
}

/** What only the server can say of a block. */
export interface BlockInfo {
  meaning: BlockMeaning;
  /** The block as it was when this was taken in. */
  of: Block;
  lines: ReadonlyMap<number, LineMeaning>;
}

/** What is known of a document. It stays while the text moves on, and is replaced block by block. */
export interface Analysis {
  token: string;
  blocks: ReadonlyMap<number, BlockInfo>;
  /** The blocks' meanings in the order of the last answer. */
  told: readonly BlockMeaning[];
  /** Problems outside all blocks, by line. */
  rest: ReadonlyMap<number, LineMeaning>;
}

const NONE: Analysis = { token: '', blocks: new Map(), told: [], rest: new Map() };

const arrived = StateEffect.define<Analysis>();

/** The extension that keeps a document's analysis. */
export const analysisField = StateField.define<Analysis>({
  create: () => NONE,
  update: (known, transaction) => transaction.effects.find((effect) => effect.is(arrived))?.value ?? known,
});

export const analysis = (state: EditorState): Analysis => state.field(analysisField);

/** What a line says, without the padding of a row's cells. */
const saidBy = (line: Line): string =>
  line.kind === 'row' ? line.cells.map((cell) => cell.source).join('\n') : line.text;

/** What the server told of a line, and whether that holds still. */
export interface Told {
  meaning: LineMeaning;
  held: boolean;
}

/** Whether a line says what it said when something was said of it. */
export const holds = ({ of }: LineMeaning, line: Line): boolean => of === line || saidBy(of) === saidBy(line);

/** An answer taken in: `doc` is the text that it is about, `since` leads from that to the one of now. */
export function takeAnswer(state: EditorState, answer: AnalysisView, doc: Text, since: ChangeDesc) {
  const known = analysis(state);
  const now = structure(state);
  const { starts, above, below, between } = answer;
  const told = known.told.slice(0, above).concat(between, known.told.slice(known.told.length - below));
  const blockOf = blocksAt(starts, doc, since, state, now);
  const blocks = new Map<number, BlockInfo>();
  const rest = meaningsOf([], answer.problems, 1, doc, since, state, now);
  told.forEach((meaning, place) => {
    const block = blockOf(place);
    const before = block && known.blocks.get(block.id);
    // Most blocks are as they were, and so is what is said of them.
    if (block && before?.meaning === meaning && before.of === block) {
      blocks.set(block.id, before);
      return;
    }
    const first = doc.lineAt(starts[place] as number).number;
    const lines = meaningsOf(meaning.rows, meaning.problems, first, doc, since, state, now);
    // A feature has lines only.
    if (!block) for (const [line, said] of lines) rest.set(line, said);
    else blocks.set(block.id, reuse(before, { meaning, of: block, lines }));
  });
  return state.update({ effects: arrived.of({ token: answer.token, blocks, told, rest }) });
}

/** Finds the block of now that one of an answer is. */
function blocksAt(
  starts: readonly number[],
  doc: Text,
  since: ChangeDesc,
  state: EditorState,
  now: Structure,
): (place: number) => Block | undefined {
  // Mostly the answer is about the text of now, which has its blocks in the same order.
  if (doc === state.doc && starts.length === now.blocks.length) return (place) => now.blocks[place];
  const places = new Map(now.starts.map((start, place) => [start, place]));
  return (place) => {
    const line = lineNow(doc.lineAt(starts[place] as number).from, since, state);
    return line === null ? undefined : now.blocks[places.get(line) ?? -1];
  };
}

/** The same object where nothing new is said, so that nothing is drawn again. */
function reuse(before: BlockInfo | undefined, now: BlockInfo): BlockInfo {
  const same =
    before !== undefined &&
    before.meaning === now.meaning &&
    before.lines.size === now.lines.size &&
    [...now.lines].every(([id, line]) => {
      const known = before.lines.get(id);
      return known !== undefined && holds(known, line.of);
    });
  // It stays the object that it is, but is of the block as that is now.
  if (same) before.of = now.of;
  return same ? before : now;
}

/** The line of now, counted from 0, that a line's start leads to; null where it is gone. */
function lineNow(start: number, since: ChangeDesc, state: EditorState): number | null {
  const mode = start < since.length ? MapMode.TrackAfter : MapMode.Simple;
  const place = since.empty ? start : since.mapPos(start, 1, mode);
  if (place === null) return null;
  const line = state.doc.lineAt(place);
  return line.from === place ? line.number - 1 : null;
}

const NO_PROBLEMS: readonly BlockProblem[] = [];

function meaningsOf(
  rows: readonly RowMeaning[],
  problems: readonly BlockProblem[],
  first: number,
  doc: Text,
  since: ChangeDesc,
  state: EditorState,
  now: Structure,
): Map<number, LineMeaning> {
  const lines = new Map<number, LineMeaning>();
  const at = (offset: number): LineMeaning | null => {
    const of = lineThen(first + offset, doc, since, state, now);
    if (!of) return null;
    let known = lines.get(of.id);
    if (!known) {
      known = { of, row: null, problems: NO_PROBLEMS };
      lines.set(of.id, known);
    }
    return known;
  };
  for (const row of rows) {
    const line = at(row.line);
    if (line) line.row = row;
  }
  for (const problem of problems) {
    const line = at(problem.line);
    if (line) line.problems = [...line.problems, problem];
  }
  return lines;
}

/** A line of the text that an answer is about, counted from 1, as it was there; null where it is gone by now. */
function lineThen(number: number, doc: Text, since: ChangeDesc, state: EditorState, now: Structure): Line | null {
  if (number < 1 || number > doc.lines) return null;
  // Mostly the answer is about the text of now.
  if (doc === state.doc) return now.lines[number - 1] ?? null;
  const old = doc.line(number);
  const place = lineNow(old.from, since, state);
  const line = place === null ? undefined : now.lines[place];
  if (!line) return null;
  return line.text === old.text ? line : readLine(old.text, line.id);
}

/** What is said of a line, where that still holds; captions hold longer than the rest. */
export function meaningOf(info: BlockInfo | undefined, line: Line): Told | null {
  const meaning = info?.lines.get(line.id);
  return meaning ? { meaning, held: holds(meaning, line) } : null;
}

/** The name of the keyword that a line calls, as long as the line says what it said when that was found. */
export function keywordOf(said: Analysis, line: Line): string | undefined {
  const blocks = [...said.blocks.values()];
  const meaning = said.rest.get(line.id) ?? blocks.find(({ lines }) => lines.has(line.id))?.lines.get(line.id);
  return meaning && holds(meaning, line) ? (meaning.row?.keyword ?? undefined) : undefined;
}
