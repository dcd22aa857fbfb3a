import type { OpenDocument } from '@/document/openDocument';
import {
  insertColumn,
  insertRecord,
  removeColumn,
  removeRecords,
  setFields,
  setValues,
  shiftRecords,
} from '@/document/recordEdits';
import { columnCount, fieldsOf, placeOf, type Records, readRecords } from '@/document/records';
import { structure } from '@/document/structure';
import { NOT_FINDING, type Searched } from '@/parts/finding';
import { store } from '@/parts/store';

export interface Place {
  row: number;
  column: number;
}

export interface FileCursor extends Place {
  /** Where a range began. */
  anchor: Place | null;
  /** Whether the field is typed over, or edited with the caret in it. */
  editing: 'over' | 'in' | null;
}

/** Rows and columns from one to another, both included. */
export interface FileRange {
  top: number;
  bottom: number;
  left: number;
  right: number;
}

export type After = 'down' | 'up' | 'left' | 'right' | 'stay';

const STEP: Record<After, [number, number]> = {
  down: [1, 0],
  up: [-1, 0],
  left: [0, -1],
  right: [0, 1],
  stay: [0, 0],
};

/** The cursor in a file of rows, and the edits that keys and menus make. The row behind the last one is where rows come in. */
export class FileSession {
  readonly cursor = store<FileCursor>({ row: 1, column: 0, anchor: null, editing: null });

  /** What is in the field; the grid's field says it. */
  typed = () => '';

  /** Brings the keyboard back to the grid. */
  focus: () => void = () => {};

  /** Its fields, as they are looked through. */
  readonly searched: Searched = {
    what: 'table',
    unit: 'cell',
    finding: store(NOT_FINDING),
    find: (pattern) =>
      this.records.starts.flatMap((_, line) =>
        fieldsOf(this.records, line).flatMap(({ text }, place) => (pattern.test(text) ? [{ line, place }] : [])),
      ),
    cursor: () => ({ line: this.cursor.get().row, place: this.cursor.get().column }),
    goTo: ({ line, place }) => this.goTo(line, place),
    change: (spots, textOf) => {
      const fields = spots.map(({ line: row, place: column }) => ({
        row,
        column,
        text: textOf(this.textAt({ row, column })),
      }));
      this.document.edit(() => setFields(this.records, fields));
    },
    undo: () => this.undo(),
    leave: () => this.leave(),
    focus: () => this.focus(),
  };

  constructor(readonly document: OpenDocument) {}

  get records(): Records {
    return readRecords(this.document.state.doc, this.document.path);
  }

  get columns(): number {
    return Math.max(1, columnCount(this.records));
  }

  textAt({ row, column }: Place): string {
    return fieldsOf(this.records, row)[column]?.text ?? '';
  }

  range(): FileRange {
    const { row, column, anchor } = this.cursor.get();
    const from = anchor ?? { row, column };
    return {
      top: Math.min(from.row, row),
      bottom: Math.max(from.row, row),
      left: Math.min(from.column, column),
      right: Math.max(from.column, column),
    };
  }

  /** The texts of the range. */
  selected(): string[][] {
    const { top, bottom, left, right } = this.range();
    return through(top, Math.min(bottom, this.records.starts.length - 1)).map((row) =>
      through(left, right).map((column) => this.textAt({ row, column })),
    );
  }

  goTo(row: number, column: number, extend = false) {
    const { row: oldRow, column: oldColumn, anchor } = this.cursor.get();
    this.cursor.set({
      row: Math.max(0, Math.min(row, this.records.starts.length)),
      column: Math.max(0, Math.min(column, this.columns - 1)),
      anchor: extend ? (anchor ?? { row: oldRow, column: oldColumn }) : null,
      editing: null,
    });
    this.document.tellPlace(this.lineAt(this.cursor.get().row));
  }

  move(rows: number, columns: number, extend = false) {
    const { row, column } = this.cursor.get();
    this.goTo(row + rows, column + columns, extend);
  }

  edit(how: 'over' | 'in') {
    this.cursor.set({ ...this.cursor.get(), anchor: null, editing: how });
  }

  /** Commits what is edited, as one goes elsewhere. */
  leave() {
    if (this.cursor.get().editing) this.commit(this.typed(), 'stay');
  }

  cancel() {
    this.cursor.set({ ...this.cursor.get(), editing: null });
  }

  /** Puts what was typed into the field, and goes on. */
  commit(text: string, after: After) {
    const { row, column } = this.cursor.get();
    if (text !== this.textAt({ row, column })) this.put({ row, column }, [[text]]);
    const [rows, columns] = STEP[after];
    this.goTo(row + rows, column + columns);
  }

  put({ row, column }: Place, values: readonly (readonly string[])[]) {
    this.document.edit(() => setValues(this.records, { row, column, values }));
  }

  /** One value that was copied fills the range. */
  paste(table: readonly (readonly string[])[]) {
    const { top, bottom, left, right } = this.range();
    const single = table.length === 1 && table[0]?.length === 1 ? table[0][0] : undefined;
    const values =
      single === undefined ? table : through(top, bottom).map(() => through(left, right).map(() => single));
    this.put({ row: top, column: left }, values);
    const widest = Math.max(1, ...values.map((line) => line.length));
    this.cursor.set({
      row: top + Math.max(0, values.length - 1),
      column: Math.min(left + widest - 1, this.columns - 1),
      anchor: { row: top, column: left },
      editing: null,
    });
  }

  empty() {
    const { top, bottom, left, right } = this.range();
    const last = Math.min(bottom, this.records.starts.length - 1);
    this.put(
      { row: top, column: left },
      through(top, last).map((row) =>
        through(left, Math.min(right, fieldsOf(this.records, row).length - 1)).map(() => ''),
      ),
    );
  }

  fillDown() {
    const { top, bottom, left, right } = this.range();
    const first = through(left, right).map((column) => this.textAt({ row: top, column }));
    const last = Math.min(bottom, this.records.starts.length - 1);
    this.put(
      { row: top, column: left },
      through(top, last).map(() => first),
    );
  }

  /** A row behind the cursor's, or before it; never before the names of columns. */
  insertRow(below: boolean) {
    const { row, column } = this.cursor.get();
    const at = Math.max(1, Math.min(below ? row + 1 : row, this.records.starts.length));
    this.document.edit(() => insertRecord(this.records, at));
    this.goTo(at, column);
  }

  /** The names of columns are no row, and stay. */
  removeRows() {
    const { top, bottom } = this.range();
    const first = Math.max(1, top);
    if (bottom < first) return;
    this.document.edit(() => removeRecords(this.records, first, Math.min(bottom, this.records.starts.length - 1)));
    this.goTo(first, this.cursor.get().column);
  }

  shift(by: -1 | 1) {
    const { top, bottom } = this.range();
    const { row, column, anchor } = this.cursor.get();
    const spec = shiftRecords(this.records, top, Math.min(bottom, this.records.starts.length - 1), by);
    if (!spec) return;
    this.document.dispatch(spec);
    this.cursor.set({
      row: row + by,
      column,
      anchor: anchor && { row: anchor.row + by, column: anchor.column },
      editing: null,
    });
  }

  /** A new column, with its name under the cursor. */
  insertColumn(at: number) {
    this.document.edit(() =>
      insertColumn(this.records, at, freeName(fieldsOf(this.records, 0).map(({ text }) => text))),
    );
    this.cursor.set({ row: 0, column: at, anchor: null, editing: 'in' });
  }

  removeColumn(at: number) {
    if (this.columns < 2) return;
    this.document.edit(() => removeColumn(this.records, at));
    this.goTo(this.cursor.get().row, Math.min(at, this.columns - 1));
  }

  undo() {
    this.document.undo();
    this.follow();
  }

  redo() {
    this.document.redo();
    this.follow();
  }

  /** Undo goes to what it changed. */
  private follow() {
    const { row, column } = placeOf(this.records, this.document.state.selection.main.head);
    this.goTo(row, column);
  }

  /** The id of the line where a row begins. */
  lineAt(row: number): number | undefined {
    const start = this.records.starts[row];
    if (start === undefined) return undefined;
    return structure(this.document.state).lines[this.document.state.doc.lineAt(start).number - 1]?.id;
  }

  /** The row whose first line has an id. */
  rowOf(line: number): number {
    const { doc } = this.document.state;
    const index = structure(this.document.state).lines.findIndex((each) => each.id === line);
    return index < 0 ? -1 : placeOf(this.records, doc.line(index + 1).from).row;
  }
}

/** The numbers from one to another, both included. */
export const through = (from: number, to: number) =>
  Array.from({ length: Math.max(0, to - from + 1) }, (_, i) => from + i);

function freeName(taken: readonly string[]): string {
  for (let number = 1; ; number++) {
    const name = number === 1 ? 'new column' : `new column ${number}`;
    if (!taken.includes(name)) return name;
  }
}
