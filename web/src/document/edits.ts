import { isolateHistory } from '@codemirror/commands';
import { type ChangeSpec, type EditorState, StateEffect, type TransactionSpec } from '@codemirror/state';
import { marksFrom, typedCell } from './cells';
import { canonicalCells, columnWidths, groupAround, layOut, printRow } from './layout';
import { type Row, widthOf } from './lines';
import { type Block, findBlock, findRow, movedLines, type RowPlace, type Section, structure } from './structure';
import { holdsSteps, type SectionWord } from './words';

/** What a sheet edit did to a cell of a row, to be told where it did not stand. */
export interface CellEdit {
  row: number;
  cell: number;
  before: string;
  after: string;
}

export const cellEdits = StateEffect.define<CellEdit[]>();

/** The three lanes of a step: an argument never lands in a mark. */
export interface StepLanes {
  keyword: string;
  arguments: string[];
  marks: string[];
}

export function lanesOf(cells: readonly { source: string }[]): StepLanes {
  const from = marksFrom(cells);
  const sources = cells.map((cell) => cell.source);
  return {
    keyword: sources[0] ?? '',
    arguments: sources.slice(1, from),
    marks: sources.slice(from).filter((source) => source !== ''),
  };
}

/** The column of a step that shows its marks is this one; arguments have the columns from 1 on. */
export const MARKS = -1;

/** A cell of the sheet with what it shall hold; several marks are divided by pipes. */
export interface CellValue {
  row: number;
  column: number;
  text: string;
}

/** The text of a cell of the sheet, as one edits it. */
export function cellText(row: Row, steps: boolean, column: number): string {
  if (!steps) return row.cells[column]?.source ?? '';
  const lanes = lanesOf(row.cells);
  if (column === MARKS) return lanes.marks.join(' | ');
  return column === 0 ? lanes.keyword : (lanes.arguments[column - 1] ?? '');
}

function cellsWith(cells: readonly string[], section: Section, column: number, text: string): string[] {
  const next = [...cells];
  const steps = holdsSteps(section.word);
  const from = steps ? marksFrom(cells.map((source) => ({ source }))) : cells.length;
  if (column === MARKS) {
    const marks = splitMarks(text).map(typedCell);
    const given = next.slice(0, next.slice(0, from).findLastIndex((cell) => cell !== '') + 1);
    const blanks = marks.length > 0 ? Math.max(0, marksColumn(section) - given.length) : 0;
    return [...given, ...new Array(blanks).fill(''), ...marks];
  }
  const typed = typedCell(text);
  if (column < from) next[column] = typed;
  else if (typed !== '') {
    const blanks = new Array(column - from).fill('');
    next.splice(from, 0, ...blanks, typed);
  }
  return next;
}

/** The column in which the marks of a table begin; 0 where none has any. */
function marksColumn({ rows }: Section): number {
  const marked = rows.map(({ row }) => row.cells).filter((cells) => marksFrom(cells) < cells.length);
  return marked.length > 0 ? Math.min(...marked.map(marksFrom)) : 0;
}

/** Several marks in one cell of the sheet are divided by pipes. */
export const splitMarks = (text: string) =>
  text
    .split(/(?<!\\)\|/)
    .map((mark) => mark.trim())
    .filter((mark) => mark !== '');

/** One step of undo. */
const STEP = { annotations: isolateHistory.of('full'), userEvent: 'sheet' };

/**
 * A sheet edit; the state's selection goes to a line of the text as it was, so that undo brings the cursor back there.
 */
function sheetEdit(
  state: EditorState,
  changes: ChangeSpec[],
  line: number,
  effects: readonly StateEffect<unknown>[] = [],
): TransactionSpec {
  const set = state.changes(changes);
  return { ...STEP, changes: set, effects, selection: { anchor: set.mapPos(startOfLine(state, line), -1) } };
}

/** Where a line starts, counted from 0; the text's end for one behind the last. */
const startOfLine = (state: EditorState, line: number) =>
  line < state.doc.lines ? state.doc.line(line + 1).from : state.doc.length;

/** Rows that shall be other ones, by their place in the block's lines; and rows that come in before some place. */
interface TableChange {
  cells?: ReadonlyMap<number, readonly string[]>;
  removed?: ReadonlySet<number>;
  /** Rows put in before a place in the block's lines. */
  inserted?: { before: number; rows: readonly (readonly string[])[] };
}

/** The changes of one block's table: rows come and go as whole lines, all others are laid out round them. */
function tableChanges(state: EditorState, block: Block, start: number, change: TableChange): ChangeSpec[] {
  const { cells = new Map(), removed = new Set<number>(), inserted } = change;
  const near = [...cells.keys(), ...removed];
  if (inserted) near.push(...neighbours(block, inserted.before));
  const groups = new Map<number, number[]>();
  for (const index of near) {
    const group = groupAround(block, index);
    if (group[0] !== undefined) groups.set(group[0], group);
  }
  const changes: ChangeSpec[] = [];
  let insertedWidths: number[] | null = null;
  for (const group of groups.values()) {
    const takesIn = inserted && neighbours(block, inserted.before).some((index) => group.includes(index));
    const laid = layOut(state.doc, {
      lines: block.lines,
      start,
      rows: removed.size === 0 ? group : group.filter((index) => !removed.has(index)),
      cells,
      inserted: takesIn ? inserted.rows : [],
    });
    changes.push(...laid.changes);
    if (takesIn) insertedWidths = laid.widths;
  }
  for (const index of removed) changes.push(removeLine(state, start + index));
  if (inserted && inserted.rows.length > 0) {
    const widths = insertedWidths ?? columnWidths(inserted.rows);
    changes.push(
      insertLines(
        state,
        start + inserted.before,
        inserted.rows.map((row) => printRow(row, widths)),
      ),
    );
  }
  return changes;
}

/** The rows directly above and below a place between two lines. */
function neighbours(block: Block, before: number): number[] {
  return [before - 1, before].filter((index) => block.lines[index]?.kind === 'row');
}

/** Takes a whole line out; the last one takes the line break before it along. */
function removeLine(state: EditorState, line: number): ChangeSpec {
  const { from, to } = state.doc.line(line + 1);
  return to < state.doc.length ? { from, to: to + 1 } : { from: Math.max(0, from - 1), to };
}

/** Puts whole lines in before a line, or at the text's end. */
function insertLines(state: EditorState, line: number, lines: readonly string[]): ChangeSpec {
  const text = lines.join('\n');
  if (line + 1 <= state.doc.lines) return { from: state.doc.line(line + 1).from, insert: `${text}\n` };
  const ended = state.doc.length === 0 || state.doc.line(state.doc.lines).text === '';
  return { from: state.doc.length, insert: ended ? `${text}\n` : `\n${text}` };
}

const startOf = (state: EditorState, block: Block) => findBlock(structure(state), block.id)?.start ?? 0;

/** Gives cells other texts, those of one row or of many; null where nothing changes. */
export function setCells(state: EditorState, values: readonly CellValue[]): TransactionSpec | null {
  const byBlock = new Map<Block, Map<number, readonly string[]>>();
  const told: CellEdit[] = [];
  let first: RowPlace | null = null;
  for (const { row, column, text } of values) {
    const place = findRow(structure(state), row);
    if (!place) continue;
    first ??= place;
    const rows = byBlock.get(place.block) ?? new Map<number, readonly string[]>();
    const { index } = place.placed;
    const cells = rows.get(index) ?? canonicalCells(place.placed.row);
    const steps = holdsSteps(place.section.word);
    rows.set(index, cellsWith(cells, place.section, column, text));
    byBlock.set(place.block, rows);
    told.push({ row, cell: column, before: cellText(place.placed.row, steps, column), after: text });
  }
  if (!first) return null;
  const changes = [...byBlock].flatMap(([block, cells]) =>
    tableChanges(state, block, startOf(state, block), { cells }),
  );
  if (changes.length === 0) return null;
  return sheetEdit(state, changes, first.line, [cellEdits.of(told)]);
}

/** A row put in above or below another one, empty or with cells. The new row is the one at `line` afterwards. */
export function insertRow(
  state: EditorState,
  beside: number,
  below: boolean,
  cells?: readonly string[],
): { spec: TransactionSpec; line: number } | null {
  const place = findRow(structure(state), beside);
  if (!place) return null;
  const before = place.placed.index + (below ? 1 : 0);
  const row = cells ?? new Array(Math.max(1, widthOf(place.placed.row.cells))).fill('');
  const start = place.line - place.placed.index;
  const changes = tableChanges(state, place.block, start, { inserted: { before, rows: [row] } });
  return { spec: sheetEdit(state, changes, start + before), line: start + before };
}

/** Puts rows in behind the last one of a section, which is made where it is missing. */
export function addRows(
  state: EditorState,
  blockId: number,
  word: SectionWord,
  rows: readonly (readonly string[])[],
): { spec: TransactionSpec; line: number } | null {
  const found = findBlock(structure(state), blockId);
  if (!found?.block.kind.sections.includes(word)) return null;
  const { block, start } = found;
  const section = block.sections.find((each) => each.word === word);
  if (!section) {
    const end = block.lines.length;
    const lines = [word, ...rows.map((row) => printRow(row, columnWidths(rows)))];
    const changes = [insertLines(state, start + end, lines)];
    return { spec: sheetEdit(state, changes, start + end), line: start + end + 1 };
  }
  const before = section.end;
  const changes = tableChanges(state, block, start, { inserted: { before, rows } });
  return { spec: sheetEdit(state, changes, start + before), line: start + before };
}

/** Puts a row in behind the last one of a section; where that is empty, as in a new section, it is filled in. */
export function putRow(
  state: EditorState,
  blockId: number,
  word: SectionWord,
  cells: readonly string[],
): TransactionSpec | null {
  const section = findBlock(structure(state), blockId)?.block.sections.find((each) => each.word === word);
  const last = section?.rows.at(-1)?.row;
  return last && widthOf(last.cells) === 0
    ? setCells(
        state,
        cells.map((text, column) => ({ row: last.id, column, text })),
      )
    : (addRows(state, blockId, word, [cells])?.spec ?? null);
}

/** Takes rows out. */
export function removeRows(state: EditorState, ids: readonly number[]): TransactionSpec | null {
  const places = ids.map((id) => findRow(structure(state), id)).filter((place) => place !== null);
  const changes = [...new Set(places.map((place) => place.block))].flatMap((block) => {
    const removed = new Set(places.filter((place) => place.block === block).map((place) => place.placed.index));
    return tableChanges(state, block, startOf(state, block), { removed });
  });
  const first = places[0];
  if (!first) return null;
  return sheetEdit(state, changes, first.line);
}

/** Moves rows of one section before another one of it; `before` is null for the section's end. */
export function moveRows(state: EditorState, ids: readonly number[], before: number | null): TransactionSpec | null {
  const places = ids.map((id) => findRow(structure(state), id)).filter((place) => place !== null);
  const first = places[0];
  if (!first || places.some((place) => place.section !== first.section)) return null;
  const start = first.line - first.placed.index;
  const target = before === null ? first.section.end : first.section.rows.find(({ row }) => row.id === before)?.index;
  if (target === undefined || ids.includes(before ?? -1)) return null;
  const indexes = places.map((place) => place.placed.index).sort((a, b) => a - b);
  const changes: ChangeSpec[] = [];
  const rows = indexes.map((index) => first.block.lines[index] as Row);
  for (const index of indexes) changes.push(removeLine(state, start + index));
  changes.push(
    insertLines(
      state,
      start + target,
      rows.map((row) => row.text),
    ),
  );
  // They stand where they were put in; each is still the row that it was.
  const line = start + target;
  if (target === indexes[0] || (target > (indexes[0] as number) && target <= (indexes.at(-1) as number) + 1))
    return null;
  let at = state.changes(changes).mapPos(startOfLine(state, line), -1);
  const ats = rows.map((row) => {
    const own = { id: row.id, at };
    at += row.text.length + 1;
    return own;
  });
  return sheetEdit(state, changes, line, [movedLines.of(ats)]);
}

/** Moves rows by one place up or down inside their section. */
export function shiftRows(state: EditorState, ids: readonly number[], by: -1 | 1): TransactionSpec | null {
  const place = findRow(structure(state), ids[0] ?? -1);
  if (!place) return null;
  const { rows } = place.section;
  const first = place.place;
  if (by < 0) {
    const above = rows[first - 1];
    return above ? moveRows(state, ids, above.row.id) : null;
  }
  const next = rows[first + ids.length];
  if (!next) return null;
  return moveRows(state, ids, rows[first + ids.length + 1]?.row.id ?? null);
}

/** A rectangle of texts put in from a cell on, over the columns as the sheet shows them; rows are added below. */
export function pasteCells(
  state: EditorState,
  from: { row: number; column: number },
  columns: readonly number[],
  texts: readonly (readonly string[])[],
): TransactionSpec | null {
  const place = findRow(structure(state), from.row);
  if (!place) return null;
  const steps = holdsSteps(place.section.word);
  const start = place.line - place.placed.index;
  const cells = new Map<number, readonly string[]>();
  const added: (readonly string[])[] = [];
  const told: CellEdit[] = [];
  const first = columns.indexOf(from.column);
  texts.forEach((row, i) => {
    const target = place.section.rows[place.place + i];
    let now: readonly string[] = target ? canonicalCells(target.row) : [];
    row.forEach((text, c) => {
      const column = columnAt(columns, first + c, steps);
      now = cellsWith(now, place.section, column, text);
      if (target) {
        told.push({ row: target.row.id, cell: column, before: cellText(target.row, steps, column), after: text });
      }
    });
    if (target) cells.set(target.index, now);
    else added.push(now.length > 0 ? now : ['']);
  });
  const change: TableChange = { cells };
  if (added.length > 0) change.inserted = { before: place.section.end, rows: added };
  const changes = tableChanges(state, place.block, start, change);
  return changes.length === 0 ? null : sheetEdit(state, changes, place.line, [cellEdits.of(told)]);
}

/** A pasted table may have more columns than there are; of a step, what lies beyond goes to its marks' side. */
function columnAt(columns: readonly number[], index: number, steps: boolean): number {
  const known = columns[index];
  if (known !== undefined) return known;
  return steps ? index - 1 : index;
}
