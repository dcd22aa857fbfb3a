import 'fake-indexeddb/auto';
import type { KeyboardEvent } from 'react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { opened } from '@/testing/opened';
import { isRow } from './items';
import { sheetKey } from './keys';
import { SheetSession } from './session';

const TEXT = `suite S

case one
steps
| open  | Bookings |
| press | Send     |
| log   | done     |

case two
steps
| log | a |
`;

let session: SheetSession;

beforeEach(() => {
  // A server that never answers: nothing here waits for it.
  vi.stubGlobal('fetch', () => new Promise(() => {}));
  session = new SheetSession(opened(TEXT));
});

const text = () => session.document.state.doc.toString();
const keywords = () =>
  session
    .lines()
    .stops.filter(isRow)
    .map((each) => each.row.cells[0]?.source);

/** Presses a key, written as people say it; whether the sheet took it. */
function press(spoken: string): boolean {
  const held = spoken.split(' ');
  const key = held.pop() ?? '';
  const event = {
    key,
    ctrlKey: held.includes('Ctrl'),
    shiftKey: held.includes('Shift'),
    altKey: held.includes('Alt'),
    metaKey: held.includes('Meta'),
  };
  return sheetKey(event as KeyboardEvent, session);
}

function at(keyword: string, column: number) {
  const row = session
    .lines()
    .stops.filter(isRow)
    .find((each) => each.row.cells[0]?.source === keyword);
  if (!row) throw new Error(`no row ${keyword}`);
  session.goTo(row.key, column);
}

function here() {
  const now = session.current();
  return now && isRow(now.stop) ? `${now.stop.row.cells[0]?.source} ${now.cursor.column}` : now?.stop.kind;
}

describe('keys of a sheet', () => {
  it('go from cell to cell', () => {
    at('open', 0);
    const way = ['ArrowRight', 'ArrowDown', 'Tab', 'Shift Tab', 'Home', 'ArrowUp', 'ArrowUp', 'ArrowDown'];
    expect(way.map((key) => [press(key), here()])).toEqual([
      [true, 'open 1'],
      [true, 'press 1'],
      [true, expect.stringMatching(/^press (?!1$)/)],
      [true, 'press 1'],
      [true, 'press 0'],
      [true, 'open 0'],
      [true, 'block'],
      [true, 'open 0'],
    ]);
  });

  it('go to both ends', () => {
    at('press', 1);
    press('Ctrl End');
    const end = here();
    press('Ctrl Home');
    const start = session.current()?.stop;
    expect(session.lines().stops[0]).toBe(start);
    press('Ctrl End');
    expect(here()).toBe(end);
    press('ArrowDown');
    expect(here()).toBe(end);
  });

  it('empty, fill down, take out and bring back', () => {
    at('press', 1);
    press('Delete');
    expect(text()).toContain('| press |          |');
    press('Ctrl z');
    expect(text()).toBe(TEXT);
    at('open', 1);
    press('Shift ArrowDown');
    press('Ctrl d');
    expect(text()).toContain('| press | Bookings |');
    press('Ctrl z');
    at('press', 0);
    press('Ctrl Delete');
    expect(keywords()).not.toContain('press');
    press('Meta z');
    expect(text()).toBe(TEXT);
    press('Ctrl Shift Z');
    expect(keywords()).not.toContain('press');
    press('Ctrl z');
    press('Ctrl y');
    expect(keywords()).not.toContain('press');
  });

  it('move what is selected, and the selection with it', () => {
    at('press', 0);
    press('Alt ArrowDown');
    expect(text()).toContain('| log   | done     |\n| press | Send     |');
    expect(here()).toBe('press 0');
    press('Alt ArrowUp');
    expect(text()).toBe(TEXT);
  });

  it('move a case again and again', () => {
    const many = `${TEXT}\ncase three\nsteps\n| log | c |\n`;
    session = new SheetSession(opened(many));
    const cases = () => text().match(/(?<=^case )\w+$/gm);
    const on = (name: string) =>
      session.lines().stops.find((each) => each.kind === 'block' && each.block.name === name);
    session.goTo(on('three')?.key ?? '', 0);
    press('Alt ArrowUp');
    press('Alt ArrowUp');
    expect(cases()).toEqual(['three', 'one', 'two']);
    expect(session.current()?.stop).toBe(on('three'));
    press('Alt ArrowDown');
    expect(cases()).toEqual(['one', 'three', 'two']);
    press('Alt ArrowDown');
    expect(text()).toBe(many);
  });

  it('put rows in above and below', () => {
    at('press', 0);
    press('Ctrl Enter');
    expect(here()).toBe(' 0');
    session.commit('above all', 'right');
    session.leave();
    expect(text()).toMatch(/\| press +\| Send +\|\n\| above all +\|/);
    at('press', 0);
    press('Ctrl Shift Enter');
    session.commit('before', 'right');
    session.leave();
    expect(text()).toMatch(/\| before +\| +\|\n\| press/);
  });

  it('switch steps off and on again, and a case', () => {
    at('open', 0);
    press('F8');
    expect(text()).toMatch(/\| open +\| Bookings \| ! off \|\n\| press/);
    press('Shift ArrowDown');
    press('F8');
    expect(text()).toMatch(/\| open +\| Bookings \| ! off \|\n\| press \| Send +\| ! off \|/);
    press('F8');
    expect(text()).toBe(TEXT);
    press('Escape');
    press('ArrowUp');
    press('ArrowUp');
    expect(here()).toBe('block');
    press('F8');
    expect(text()).toContain('case one\nrun: no\nsteps\n');
    press('F8');
    expect(text()).toBe(TEXT);
  });

  it('that mean nothing here are left to others', () => {
    at('press', 0);
    expect(['Ctrl k', 'Alt x', 'F5', 'a', 'Ctrl Tab'].map(press)).toEqual([false, false, false, false, false]);
    session.cursor.set(null);
    expect(['ArrowDown', 'Delete', 'Ctrl d'].map(press)).toEqual([false, false, false]);
    expect(text()).toBe(TEXT);
  });
});
