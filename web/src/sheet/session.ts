import type { TransactionSpec } from '@codemirror/state';
import type { KeywordView } from '@/api/types';
import { analysis } from '@/document/analysis';
import { typedCell } from '@/document/cells';
import { addRows, type CellValue, insertRow, moveRows, removeRows, setCells, shiftRows } from '@/document/edits';
import type { OpenDocument } from '@/document/openDocument';
import { type Block, findBlock, structure } from '@/document/structure';
import { store } from '@/parts/store';
import type { RefactoringAsk } from '@/refactoring/refactorings';
import { columnsOf, textAt } from './columns';
import { searchedSheet } from './find';
import { headFields, setHeadField } from './heads';
import { isRow, type RowItem, type SheetItems, type Stop, sheetItems } from './items';
import { indexOfKey, NO_LINES, type SheetLines, sheetLines } from './sheetLines';

/** Where the cursor is: a line of the sheet by its identity, and a column. */
export interface Place {
  key: string;
  column: number;
}

/** The cursor, where a range began, and how a cell is edited; typed over, arrows leave it. */
export interface Cursor extends Place {
  anchor: Place | null;
  editing: 'over' | 'in' | null;
}

/** Where the cursor goes once a cell is committed. */
export type After = 'stay' | 'down' | 'up' | 'right' | 'left';

const LONGEST_CELL = 100_000;

const NO_KEYWORDS: ReadonlyMap<string, KeywordView> = new Map();

/**
 * What one does on a sheet: its cursor, what is unfolded, what is edited. Everything happens in the event that asks
 * for it, on the document as it is then, so that keys typed ahead land where they belong.
 */
export class SheetSession {
  readonly cursor = store<Cursor | null>(null);
  readonly unfolded = store<ReadonlySet<string>>(new Set());
  /** The case that is read by a row of its data, and which; null where none is. */
  readonly rowLens = store<{ block: number; row: number } | null>(null);
  /** How many rows the case has that is read so; 0 while that is not known. */
  rowCount = 0;
  /** The line that the lens goes on to explain, wherever the cursor goes; null where it follows. */
  readonly pinned = store<string | null>(null);
  /** What somebody else's change took away from under an edit. */
  readonly lost = store<string>('');
  /** Why something was not written; empty where it was. */
  readonly refused = store<string>('');
  private keywords: ReadonlyMap<string, KeywordView> = NO_KEYWORDS;
  private known: { items: SheetItems | null; lines: SheetLines } = { items: null, lines: NO_LINES };
  /** Where the cursor was found last, among the stops and among all lines. */
  private lastStop = 0;
  private lastLine = 0;
  /** Its cells, as they are looked through. */
  readonly searched = searchedSheet(this);
  /** Whether the pointer went down on a cell and is dragged over others. */
  selecting = false;
  /** The refactoring that is asked for; its panel shows what it would change. */
  readonly refactoring = store<RefactoringAsk | null>(null);
  /** Brings the keyboard back to the sheet. */
  focus: () => void = () => {};
  /** Gives the text of the field where a cell is edited. */
  fieldText: () => string = () => '';

  constructor(readonly document: OpenDocument) {}

  setKeywords(keywords: ReadonlyMap<string, KeywordView>) {
    this.keywords = keywords;
  }

  /** The sheet's lines as they are now; the same object as long as nothing of them is another. */
  lines(): SheetLines {
    const { state } = this.document;
    const shown = { analysis: analysis(state), unfolded: this.unfolded.get(), keywords: this.keywords };
    const items = sheetItems(structure(state), shown, this.known.items);
    if (items !== this.known.items) this.known = { items, lines: sheetLines(items.parts, this.known.lines) };
    return this.known.lines;
  }

  /** Whether a case runs with rows of data, as far as the server has told. */
  hasRows(block: Block): boolean {
    return (
      block.kind.word === 'case' && (analysis(this.document.state).blocks.get(block.id)?.meaning.dataRows ?? 0) > 0
    );
  }

  /** The line under the cursor; the nearest one where it is gone. */
  current(): { stop: Stop; index: number; cursor: Cursor } | null {
    const cursor = this.cursor.get();
    if (!cursor) return null;
    const { stops } = this.lines();
    const index = indexOfKey(stops, cursor.key, this.lastStop);
    const stop = stops[index];
    if (!stop) return null;
    this.lastStop = index;
    return { stop, index, cursor };
  }

  /** What the lens explains: the pinned line as long as it is there, else the one under the cursor. */
  explained(): Stop | null {
    const pinned = indexOfKey(this.lines().stops, this.pinned.get() ?? undefined, this.lastStop);
    return this.lines().stops[pinned] ?? this.current()?.stop ?? null;
  }

  /** Pins the line under the cursor to the lens, or lets the lens follow again. */
  pin() {
    this.pinned.set(this.pinned.get() === null ? (this.current()?.stop.key ?? null) : null);
  }

  /** The place of the cursor's line among all lines; -1 where it is gone. */
  cursorLine(): number {
    this.lastLine = indexOfKey(this.lines().items, this.cursor.get()?.key, this.lastLine);
    return this.lastLine;
  }

  currentRow(): RowItem | null {
    const stop = this.current()?.stop;
    return stop && isRow(stop) ? stop : null;
  }

  goTo(key: string, column: number, extend = false) {
    const { stops } = this.lines();
    const stop = stops[indexOfKey(stops, key, this.lastStop)];
    if (!stop) return;
    const before = this.cursor.get();
    const columns = columnsOf(stop);
    const bounded = columns.includes(column) ? column : (columns[Math.min(column, columns.length - 1)] ?? 0);
    const anchor = extend && before ? (before.anchor ?? { key: before.key, column: before.column }) : null;
    this.cursor.set({ key, column: bounded, anchor, editing: null });
  }

  edit(how: 'over' | 'in') {
    const cursor = this.cursor.get();
    if (cursor) this.cursor.set({ ...cursor, anchor: null, editing: how });
  }

  /** Leaves a cell without its change. */
  cancel() {
    const cursor = this.cursor.get();
    if (cursor) this.cursor.set({ ...cursor, editing: null });
  }

  /** Commits what is being typed, if anything is. */
  leave() {
    if (this.cursor.get()?.editing) this.commit(this.fieldText(), 'stay');
  }

  /** Writes what was typed, with cells that come with it, and moves on in the same event. */
  commit(text: string, after: After, also: CellValue[] = []) {
    const now = this.current();
    const cursor = this.cursor.get();
    if (!cursor) return;
    if (!now) {
      // Somebody else took the line away; what was typed is kept in sight.
      if (cursor.editing && text !== '') this.lost.set(text);
      this.cursor.set(null);
      return;
    }
    if (text.length > LONGEST_CELL) {
      this.refused.set(`A cell has ${LONGEST_CELL.toLocaleString()} characters at most; this text is longer.`);
      return;
    }
    this.cursor.set({ ...cursor, editing: null });
    const changed = text !== textAt(now.stop, cursor.column);
    if (changed || also.length > 0) this.write(now.stop, cursor.column, changed ? text : null, also);
    this.move(after);
  }

  private write(stop: Stop, column: number, text: string | null, also: CellValue[]) {
    const { state } = this.document;
    switch (stop.kind) {
      case 'step':
      case 'cells': {
        const own = text === null ? [] : [{ row: stop.id, column, text }];
        this.dispatch(setCells(state, [...own, ...also]));
        break;
      }
      case 'add': {
        const added = addRows(state, stop.block.id, stop.section, [[typedCell(text ?? '')]]);
        if (added) this.putCursor(added, 0);
        break;
      }
      case 'block':
        this.writeHead(stop, column, text ?? '');
    }
  }

  private writeHead(stop: Extract<Stop, { kind: 'block' }>, column: number, text: string) {
    const { state } = this.document;
    const field = headFields(stop.block)[column];
    if (field) this.dispatch(setHeadField(state, stop.id, field, text));
    const block = findBlock(structure(this.document.state), stop.id)?.block;
    const place = block ? headFields(block).findIndex((each) => each.word === field?.word) : -1;
    if (place >= 0) this.cursor.set({ key: stop.key, column: place, anchor: null, editing: null });
  }

  /** Makes an edit; undo brings the cursor back to where it was made. */
  dispatch(spec: TransactionSpec | null) {
    if (!spec) return;
    const { document } = this;
    const stop = this.current()?.stop;
    const id = stop?.kind === 'add' ? undefined : stop?.id;
    const line = id === undefined ? -1 : structure(document.state).lines.findIndex((each) => each.id === id);
    const head = line < 0 ? null : document.state.doc.line(line + 1).from;
    if (head === null || head === document.state.selection.main.head) return document.dispatch(spec);
    const { effects, annotations, userEvent, selection } = spec;
    const changes = document.state.changes(spec.changes ?? []);
    document.dispatch({ selection: { anchor: head } }, { changes, effects, annotations, userEvent, selection });
  }

  /** Carries out what makes a row, and puts the cursor on it. */
  putCursor(made: { spec: TransactionSpec; line: number } | null, column: number) {
    if (!made) return;
    this.document.dispatch(made.spec);
    const line = structure(this.document.state).lines[made.line];
    if (line) this.cursor.set({ key: `row ${line.id}`, column, anchor: null, editing: null });
  }

  move(to: After, extend = false) {
    const now = this.current();
    if (!now || to === 'stay') return;
    const { stops } = this.lines();
    const { stop, index, cursor } = now;
    if (to === 'down' || to === 'up') {
      const next = stops[index + (to === 'down' ? 1 : -1)];
      if (next) this.goTo(next.key, cursor.column, extend);
      return;
    }
    const columns = columnsOf(stop);
    const place = columns.indexOf(cursor.column) + (to === 'right' ? 1 : -1);
    const column = columns[place];
    if (place >= 0 && column !== undefined) return this.goTo(stop.key, column, extend);
    if (extend) return;
    const next = stops[index + (to === 'right' ? 1 : -1)];
    if (next) this.goTo(next.key, columnsOf(next).at(to === 'right' ? 0 : -1) ?? 0);
  }

  /** Moves by some lines, or to the first or last one. */
  leap(by: number, extend = false) {
    const { stops } = this.lines();
    const now = this.current();
    const index = Math.max(0, Math.min(stops.length - 1, (now?.index ?? 0) + by));
    const stop = stops[index];
    if (stop) this.goTo(stop.key, now?.cursor.column ?? 0, extend);
  }

  toColumn(which: 0 | -1, extend = false) {
    const now = this.current();
    const column = now ? columnsOf(now.stop).at(which) : undefined;
    if (now && column !== undefined) this.goTo(now.stop.key, column, extend);
  }

  /** The rows of the range, or the one under the cursor; only those of the cursor's own section. */
  rangeRows(): RowItem[] {
    const now = this.current();
    if (!now || !isRow(now.stop)) return [];
    const own = now.stop;
    const { stops } = this.lines();
    const anchorKey = now.cursor.anchor?.key;
    const anchor = anchorKey ? stops.findIndex((stop) => stop.key === anchorKey) : now.index;
    const [from, to] = [Math.min(anchor, now.index), Math.max(anchor, now.index)];
    const section = sectionIds(own);
    return stops
      .slice(Math.max(0, from), to + 1)
      .filter((stop): stop is RowItem => isRow(stop) && section.has(stop.id));
  }

  /** The rows of the range where one of them is meant, else that row alone. */
  rowsAt(row: RowItem): readonly RowItem[] {
    const range = this.rangeRows();
    return range.some((each) => each.id === row.id) ? range : [row];
  }

  /** The columns of each line that are selected; null where only one cell is. */
  range(): Map<string, readonly number[]> | null {
    const { anchor, column } = this.cursor.get() ?? {};
    if (!anchor || column === undefined) return null;
    const selected = new Map<string, readonly number[]>();
    for (const row of this.rangeRows()) {
      const columns = columnsOf(row);
      const [from, to] = [columns.indexOf(anchor.column), columns.indexOf(column)];
      selected.set(row.key, columns.slice(Math.max(0, Math.min(from, to)), Math.max(from, to) + 1));
    }
    return selected;
  }

  /** The columns of the range, in their order on the sheet. */
  rangeColumns(): number[] {
    const now = this.current();
    if (!now) return [];
    const columns = columnsOf(now.stop);
    const here = columns.indexOf(now.cursor.column);
    const there = now.cursor.anchor ? columns.indexOf(now.cursor.anchor.column) : here;
    return columns.slice(Math.max(0, Math.min(here, there)), Math.max(here, there) + 1);
  }

  insertRow(beside: Stop, below: boolean) {
    const { state } = this.document;
    if (isRow(beside)) this.putCursor(insertRow(state, beside.id, below), 0);
    else if (beside.kind === 'add') this.putCursor(addRows(state, beside.block.id, beside.section, [['']]), 0);
  }

  removeRows(rows: readonly RowItem[]) {
    const { stops } = this.lines();
    const column = this.cursor.get()?.column ?? 0;
    const last = stops.findIndex((stop) => stop.key === rows.at(-1)?.key);
    const next = stops[last + 1] ?? stops[last - rows.length];
    this.dispatch(
      removeRows(
        this.document.state,
        rows.map((row) => row.id),
      ),
    );
    if (next) this.goTo(next.key, column);
  }

  shiftRows(rows: readonly RowItem[], by: -1 | 1) {
    this.dispatch(
      shiftRows(
        this.document.state,
        rows.map((row) => row.id),
        by,
      ),
    );
  }

  moveRow(id: number, before: number | null) {
    this.dispatch(moveRows(this.document.state, [id], before));
  }

  emptyCells() {
    const columns = this.rangeColumns();
    const now = this.current();
    if (now?.stop.kind === 'block') return this.write(now.stop, now.cursor.column, '', []);
    const values = this.rangeRows().flatMap((row) => columns.map((column) => ({ row: row.id, column, text: '' })));
    this.dispatch(setCells(this.document.state, values));
  }

  /** The first row of the range into all others; or the row above into the one under the cursor. */
  fillDown() {
    const range = this.rangeRows();
    const columns = this.rangeColumns();
    const { stops } = this.lines();
    const now = this.current();
    const above = now ? stops[now.index - 1] : undefined;
    const source = range.length > 1 ? range[0] : above;
    const own = range[0];
    if (!source || !own || !isRow(source) || !sectionIds(own).has(source.id)) return;
    const targets = range.length > 1 ? range.slice(1) : range;
    const values = targets.flatMap((row) =>
      columns.map((column) => ({ row: row.id, column, text: textAt(source, column) })),
    );
    this.dispatch(setCells(this.document.state, values));
  }

  /** After an undo the cursor is where the text changed. */
  followUndo() {
    const { state } = this.document;
    const line = structure(state).lines[state.doc.lineAt(state.selection.main.head).number - 1];
    const key = line?.kind === 'header' ? `block ${line.id}` : `row ${line?.id}`;
    if (this.cursor.get()?.key !== key) this.goTo(key, this.cursor.get()?.column ?? 0);
  }

  /** Puts rows with these cells at the end of a section. */
  addRows(at: Extract<Stop, { kind: 'add' }>, cells: readonly (readonly string[])[]) {
    const typed = cells.map((row) => row.map(typedCell));
    this.putCursor(addRows(this.document.state, at.block.id, at.section, typed), 0);
  }

  fold(key: string, open: boolean) {
    const next = new Set(this.unfolded.get());
    if (open) next.add(key);
    else next.delete(key);
    this.unfolded.set(next);
  }
}

/** The rows of the section that a row is in. */
export function sectionIds(of: RowItem): Set<number> {
  const section = of.block.sections.find(({ rows }) => rows.some(({ row }) => row.id === of.id));
  return new Set(section?.rows.map(({ row }) => row.id));
}
