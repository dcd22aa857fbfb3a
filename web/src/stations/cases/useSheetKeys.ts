import type { ClipboardEvent, KeyboardEvent } from 'react';
import type { SheetEditUnion } from '@/api/types';
import type { Cursor } from './SheetTable';
import { asTabSeparated, editOf, fromTabSeparated } from './sheetEdits';
import { columnsOf, type RowItem, rowKey, textAt } from './sheetItems';
import type { Sheet } from './useSheet';

/** Where the cursor goes once a cell is committed. */
export type After = 'stay' | 'down' | 'right' | 'left';

/** What one does with whole rows. */
export interface RowActions {
  insert: (row: RowItem, below: boolean) => void;
  remove: (row: RowItem) => void;
  move: (row: RowItem, by: -1 | 1) => void;
  moveBefore: (moved: string, target: RowItem) => void;
}

/** The keys of a spreadsheet, on the cells of a sheet. */
export function useSheetKeys({
  sheet,
  rows,
  cursor,
  setCursor,
  fold,
}: {
  sheet: Sheet;
  rows: RowItem[];
  cursor: Cursor | null;
  setCursor: (cursor: Cursor | null) => void;
  fold: (key: string, open: boolean) => void;
}) {
  const index = rows.findIndex((row) => row.key === cursor?.key);
  const row = rows[index];

  const goTo = (target: RowItem | undefined, column: number, extend = false) => {
    if (!target || !cursor) return;
    const anchor = extend ? (cursor.anchor ?? { key: cursor.key, column: cursor.column }) : null;
    const bounded = Math.max(0, Math.min(column, columnsOf(target) - 1));
    setCursor({ key: target.key, column: bounded, anchor, editing: null });
  };

  const sameSection = (other: RowItem | undefined, as: RowItem) =>
    other && other.at.block === as.at.block && other.at.section === as.at.section;

  /** The rows of the range, or the one under the cursor; only those of the cursor's own section. */
  const rangeRows = (): RowItem[] => {
    if (!row || !cursor?.anchor) return row ? [row] : [];
    const anchor = rows.findIndex((one) => one.key === cursor.anchor?.key);
    const [from, to] = [Math.min(anchor, index), Math.max(anchor, index)];
    return rows.slice(from, to + 1).filter((one) => sameSection(one, row));
  };

  const rangeColumns = (): [number, number] => {
    const column = cursor?.column ?? 0;
    const other = cursor?.anchor?.column ?? column;
    return [Math.min(column, other), Math.max(column, other)];
  };

  const move = (to: After) => {
    if (!cursor || !row) return;
    if (to === 'down') return goTo(rows[index + 1] ?? row, cursor.column);
    if (to === 'stay') return goTo(row, cursor.column);
    const next = cursor.column + (to === 'right' ? 1 : -1);
    if (next >= columnsOf(row)) return goTo(rows[index + 1] ?? row, rows[index + 1] ? 0 : cursor.column);
    if (next < 0) {
      const before = rows[index - 1];
      return before ? goTo(before, columnsOf(before) - 1) : goTo(row, 0);
    }
    return goTo(row, next);
  };

  /** Saves what was typed, with further edits that come with it. */
  const commit = (text: string, after: After, also: SheetEditUnion[] = []) => {
    if (!row || !cursor) return;
    sheet.endPreview();
    const changed = text !== textAt(row, cursor.column);
    if (changed || also.length > 0) sheet.apply([...(changed ? [editOf(row, cursor.column, text)] : []), ...also]);
    move(after);
  };

  const cancel = () => {
    sheet.endPreview();
    if (cursor) setCursor({ ...cursor, editing: null });
  };

  const insert = async (at: RowItem, below: boolean) => {
    const cells = at.row.cells.map(() => '');
    if (await sheet.apply([{ edit: 'insert row', line: at.row.line, below, cells }])) {
      const key = rowKey({ ...at.at, row: at.at.row + (below ? 1 : 0) });
      setCursor({ key, column: 0, anchor: null, editing: null });
    }
  };

  const remove = (at: RowItem, count = 1) => {
    sheet.apply([{ edit: 'remove rows', line: at.row.line, count }]);
    const above = rowKey({ ...at.at, row: Math.max(0, at.at.row - 1) });
    const behind = rows.find((one) => one.key === rowKey({ ...at.at, row: at.at.row + count }));
    setCursor({ key: behind ? at.key : above, column: cursor?.column ?? 0, anchor: null, editing: null });
  };

  const shift = async (at: RowItem, by: -1 | 1) => {
    const here = rows.findIndex((one) => one.key === at.key);
    const neighbour = rows[here + by];
    if (!neighbour || !sameSection(neighbour, at)) return;
    const behind = rows[here + 2];
    const before = by < 0 ? neighbour.row.line : behind && sameSection(behind, at) ? behind.row.line : 0;
    if (await sheet.apply([{ edit: 'move rows', line: at.row.line, count: 1, before }])) {
      setCursor({ key: neighbour.key, column: cursor?.column ?? 0, anchor: null, editing: null });
    }
  };

  const moveBefore = async (moved: string, target: RowItem) => {
    const source = rows.find((one) => one.key === moved);
    if (source && source.key !== target.key && sameSection(source, target)) {
      await sheet.apply([{ edit: 'move rows', line: source.row.line, count: 1, before: target.row.line }]);
    }
  };

  const empty = () => {
    const [from, to] = rangeColumns();
    const edits = rangeRows().flatMap((one) => {
      const cells: SheetEditUnion[] = [];
      for (let column = from; column <= Math.min(to, columnsOf(one) - 1); column++) {
        if (textAt(one, column) !== '') cells.push(editOf(one, column, ''));
      }
      return cells;
    });
    if (edits.length > 0) sheet.apply(edits);
  };

  const fillDown = () => {
    const [from, to] = rangeColumns();
    const range = rangeRows();
    const source = range.length > 1 ? range[0] : rows[index - 1];
    const targets = range.length > 1 ? range.slice(1) : range;
    if (!source || !row || !sameSection(source, row)) return;
    const edits = targets.flatMap((one) =>
      Array.from({ length: to - from + 1 }, (_, i) => editOf(one, from + i, textAt(source, from + i))),
    );
    sheet.apply(edits);
  };

  const onKeyDown = (event: KeyboardEvent) => {
    if (!cursor || !row || cursor.editing !== null) return;
    const control = event.ctrlKey || event.metaKey;
    const done = () => {
      event.preventDefault();
      event.stopPropagation();
    };
    if (control && event.key.toLowerCase() === 'z') {
      done();
      return event.shiftKey ? sheet.redo() : sheet.undo();
    }
    if (control && event.key.toLowerCase() === 'd') {
      done();
      return fillDown();
    }
    if (control && event.key === 'Enter') {
      done();
      return insert(row, !event.shiftKey);
    }
    if (control && (event.key === 'Delete' || event.key === 'Backspace')) {
      done();
      return remove(rangeRows()[0] ?? row, rangeRows().length);
    }
    if (control && (event.key === 'ArrowRight' || event.key === 'ArrowLeft')) {
      done();
      if (row.row.step?.composed) fold(row.key, event.key === 'ArrowRight');
      return;
    }
    if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      done();
      return shift(row, event.key === 'ArrowUp' ? -1 : 1);
    }
    if (control || event.altKey) return;
    switch (event.key) {
      case 'ArrowDown':
        done();
        return goTo(rows[index + 1], cursor.column, event.shiftKey);
      case 'ArrowUp':
        done();
        return goTo(rows[index - 1], cursor.column, event.shiftKey);
      case 'ArrowRight':
        done();
        return goTo(row, cursor.column + 1, event.shiftKey);
      case 'ArrowLeft':
        done();
        return goTo(row, cursor.column - 1, event.shiftKey);
      case 'Home':
        done();
        return goTo(row, 0, event.shiftKey);
      case 'End':
        done();
        return goTo(row, columnsOf(row) - 1, event.shiftKey);
      case 'Tab':
        if (!event.shiftKey && index === rows.length - 1 && cursor.column === columnsOf(row) - 1) return;
        if (event.shiftKey && index === 0 && cursor.column === 0) return;
        done();
        return move(event.shiftKey ? 'left' : 'right');
      case 'Enter':
      case 'F2':
        done();
        return setCursor({ ...cursor, anchor: null, editing: textAt(row, cursor.column) });
      case 'Delete':
      case 'Backspace':
        done();
        return empty();
      case 'Escape':
        done();
        return setCursor({ ...cursor, anchor: null });
      default:
        if (event.key.length === 1) {
          done();
          setCursor({ ...cursor, anchor: null, editing: event.key });
        }
    }
  };

  const onCopy = (event: ClipboardEvent) => {
    if (!row || cursor?.editing !== null) return;
    const [from, to] = rangeColumns();
    event.clipboardData.setData('text/plain', asTabSeparated(rangeRows(), from, to));
    event.preventDefault();
  };

  const onCut = (event: ClipboardEvent) => {
    if (!row || cursor?.editing !== null) return;
    onCopy(event);
    empty();
  };

  const onPaste = (event: ClipboardEvent) => {
    if (!row || !cursor || cursor.editing !== null) return;
    event.preventDefault();
    const cells = fromTabSeparated(event.clipboardData.getData('text/plain'));
    const [from] = rangeColumns();
    const first = rangeRows()[0] ?? row;
    sheet.apply([{ edit: 'set cells', line: first.row.line, cell: from, rows: cells }]);
  };

  const rowActions: RowActions = {
    insert,
    remove: (at) => remove(at),
    move: shift,
    moveBefore,
  };
  return { onKeyDown, commit, cancel, onCopy, onCut, onPaste, rowActions };
}
