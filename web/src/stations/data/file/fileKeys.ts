import type { KeyboardEvent } from 'react';
import { goToFound } from '@/parts/finding';
import type { FileSession } from './fileSession';

const PAGE = 20;
const ALL = Number.MAX_SAFE_INTEGER;

/** The keys of a spreadsheet while no field is edited; true for one that it took. */
export function fileKey(event: KeyboardEvent, session: FileSession): boolean {
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  const shift = event.shiftKey;
  if (event.ctrlKey || event.metaKey) return controlKey(key, shift, session);
  if (event.altKey) {
    if (key !== 'ArrowUp' && key !== 'ArrowDown') return false;
    session.shift(key === 'ArrowUp' ? -1 : 1);
    return true;
  }
  const step = STEPS[key];
  if (step) {
    session.move(step[0], step[1], shift);
    return true;
  }
  switch (key) {
    case 'Tab':
      if (leavesFile(session, shift)) return false;
      session.move(0, shift ? -1 : 1);
      return true;
    case 'Enter':
    case 'F2':
      session.edit('in');
      return true;
    case 'F3':
      return goToFound(session.searched, shift ? -1 : 1);
    case 'Delete':
    case 'Backspace':
      session.empty();
      return true;
    case 'Escape':
      session.move(0, 0);
      return true;
  }
  return false;
}

/** Rows and columns that a key goes on by. */
const STEPS: Record<string, readonly [number, number]> = {
  ArrowDown: [1, 0],
  ArrowUp: [-1, 0],
  ArrowRight: [0, 1],
  ArrowLeft: [0, -1],
  PageDown: [PAGE, 0],
  PageUp: [-PAGE, 0],
  Home: [0, -ALL],
  End: [0, ALL],
};

/** Tab goes through a row's fields, and out at its ends. */
function leavesFile(session: FileSession, back: boolean): boolean {
  const { column } = session.cursor.get();
  return back ? column === 0 : column === session.columns - 1;
}

function controlKey(key: string, shift: boolean, session: FileSession): boolean {
  const last = session.records.starts.length - 1;
  switch (key) {
    case 'z':
      if (shift) session.redo();
      else session.undo();
      return true;
    case 'y':
      session.redo();
      return true;
    case 'd':
      session.fillDown();
      return true;
    case 'a':
      session.goTo(1, 0);
      session.goTo(last, ALL, true);
      return true;
    case 'Enter':
      session.insertRow(!shift);
      return true;
    case 'Delete':
    case 'Backspace':
      session.removeRows();
      return true;
    case 'Home':
      session.goTo(0, 0, shift);
      return true;
    case 'End':
      session.goTo(last, ALL, shift);
      return true;
  }
  return false;
}
