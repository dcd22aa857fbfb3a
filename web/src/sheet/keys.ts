import type { KeyboardEvent } from 'react';
import { goToFound } from '@/parts/finding';
import { copyBlock, removeBlock, selectSection, shiftBlock, switchOff } from './blockActions';
import { isRow } from './items';
import { extractKeyword, rename } from './refactoringEntries';
import { showAllRows, turnRow } from './rowLens';
import type { Cursor, SheetSession } from './session';

const PAGE = 20;

/** The keys of a spreadsheet while no cell is edited; true for one that it took. */
export function sheetKey(event: KeyboardEvent, session: SheetSession): boolean {
  const now = session.current();
  const control = event.ctrlKey || event.metaKey;
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  if (control && key === 'z') {
    if (event.shiftKey) session.document.redo();
    else session.document.undo();
    session.followUndo();
    return true;
  }
  if (!now) return false;
  const { stop, cursor } = now;
  if (control) return controlKey(key, event.shiftKey, session);
  if (event.altKey) {
    if (key === 'ArrowLeft' || key === 'ArrowRight') return turnRow(session, key === 'ArrowLeft' ? -1 : 1);
    if (key !== 'ArrowUp' && key !== 'ArrowDown') return false;
    const by = key === 'ArrowUp' ? -1 : 1;
    if (stop.kind === 'block') shiftBlock(session, stop.id, by);
    else session.shiftRows(session.rangeRows(), by);
    return true;
  }
  switch (key) {
    case 'ArrowDown':
      session.move('down', event.shiftKey);
      return true;
    case 'ArrowUp':
      session.move('up', event.shiftKey);
      return true;
    case 'ArrowRight':
      session.move('right', event.shiftKey);
      return true;
    case 'ArrowLeft':
      session.move('left', event.shiftKey);
      return true;
    case 'PageDown':
      session.leap(PAGE, event.shiftKey);
      return true;
    case 'PageUp':
      session.leap(-PAGE, event.shiftKey);
      return true;
    case 'Home':
      session.toColumn(0, event.shiftKey);
      return true;
    case 'End':
      session.toColumn(-1, event.shiftKey);
      return true;
    case 'Tab':
      return tab(event.shiftKey, session, cursor);
    case 'Enter':
    case 'F2':
      session.edit('in');
      return true;
    case 'F3':
      return goToFound(session.searched, event.shiftKey ? -1 : 1);
    case 'F6':
      rename(session);
      return true;
    case 'F8':
      switchOff(session, stop);
      return true;
    case 'Delete':
    case 'Backspace':
      session.emptyCells();
      return true;
    case 'Escape':
      if (!cursor.anchor) showAllRows(session);
      session.cursor.set({ ...cursor, anchor: null });
      return true;
  }
  return false;
}

function controlKey(key: string, shift: boolean, session: SheetSession): boolean {
  const now = session.current();
  if (!now) return false;
  const { stop } = now;
  switch (key) {
    case 'd':
      if (shift) copyBlock(session, stop.block.id);
      else session.fillDown();
      return true;
    case 'a':
      selectSection(session);
      return true;
    case 'e':
      extractKeyword(session);
      return true;
    case 'y':
      session.document.redo();
      session.followUndo();
      return true;
    case 'Enter':
      session.insertRow(stop, !shift);
      return true;
    case 'Delete':
    case 'Backspace':
      if (stop.kind === 'block') removeBlock(session, stop.id);
      else session.removeRows(session.rangeRows());
      return true;
    case 'ArrowRight':
    case 'ArrowLeft':
      if (isRow(stop) && stop.kind === 'step' && stop.step.composed) session.fold(stop.key, key === 'ArrowRight');
      return true;
    case 'Home':
      session.leap(-Number.MAX_SAFE_INTEGER, shift);
      return true;
    case 'End':
      session.leap(Number.MAX_SAFE_INTEGER, shift);
      return true;
  }
  return false;
}

/** Tab goes through the cells, and out of the sheet at its ends. */
function tab(back: boolean, session: SheetSession, before: Cursor): boolean {
  session.move(back ? 'left' : 'right');
  const after = session.cursor.get();
  return after?.key !== before.key || after.column !== before.column;
}
