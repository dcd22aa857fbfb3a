import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { KeywordView } from '@/api/types';
import { keywordSuggestions } from '@/document/suggestions';
import { opened } from '@/testing/opened';
import { addBlock, addColumn, removeBlock, removeColumn, removeSection, shiftColumn } from './blockActions';
import { copyRange, paste, readTable } from './clipboard';
import { isRow, type RowItem } from './items';
import { SheetSession } from './session';

const TEXT = `suite S

case one
steps
| open  | Bookings |           |
| press | Send     | ? visible |

case two
data
| a | b |
| 1 | 2 |
steps
| log | <a> |
`;

let session: SheetSession;

const keyword = (name: string, more: Partial<KeywordView> = {}) =>
  ({ name, group: 'Own', note: '', phrases: [], takes: [], gives: [], steps: [], ...more }) as KeywordView;

beforeEach(() => {
  // A server that never answers: nothing here waits for it.
  vi.stubGlobal('fetch', () => new Promise(() => {}));
  session = new SheetSession(opened(TEXT));
});

const text = () => session.document.state.doc.toString();
const rows = () => session.lines().stops.filter(isRow);
const row = (first: string): RowItem => {
  const found = rows().find((each) => each.row.cells[0]?.source === first);
  if (!found) throw new Error(`no row ${first}`);
  return found;
};
const at = (first: string, column: number, extend = false) => session.goTo(row(first).key, column, extend);
const here = () => {
  const now = session.current();
  return now && isRow(now.stop)
    ? [now.stop.row.cells[0]?.source, now.cursor.column]
    : [now?.stop.kind, now?.cursor.column];
};

describe('typing', () => {
  it('lands where it belongs, one key after the other', () => {
    at('press', 0);
    session.insertRow(row('press'), true);
    session.commit('log', 'right');
    session.commit('first', 'down');
    expect(here()).toEqual(['add', 0]);
    session.commit('log', 'right');
    session.commit('second', 'down');
    expect(text()).toContain('| log   | first    |           |\n| log   | second   |           |\n');
  });

  it('is kept where one goes elsewhere, and dropped by Esc', () => {
    at('open', 1);
    session.edit('over');
    session.fieldText = () => 'Kilns';
    session.leave();
    expect(text()).toContain('| open  | Kilns |');
    session.edit('in');
    session.fieldText = () => 'Never';
    session.cancel();
    session.leave();
    expect(text()).not.toContain('Never');
  });

  it('stays in sight where somebody took the row away', () => {
    at('press', 1);
    session.edit('over');
    session.removeRows([row('press')]);
    session.cursor.set({ key: 'row -1', column: 1, anchor: null, editing: 'over' });
    session.commit('typed', 'down');
    expect(session.lost.get()).toBe('typed');
  });

  it('is refused in words where it is longer than a cell can be', () => {
    at('open', 1);
    session.commit('x'.repeat(100_001), 'stay');
    expect(session.refused.get()).toContain('100,000 characters');
    paste(session, new Array(501).fill('x').join('\t'));
    expect(session.refused.get()).toContain('500 columns');
    expect(text()).toBe(TEXT);
  });

  it('of names, notes and properties changes the head', () => {
    const head = session.lines().stops.find((stop) => stop.kind === 'block');
    session.goTo(head?.key ?? '', 0);
    session.commit('first', 'right');
    session.commit('What it is.', 'right');
    session.commit('smoke', 'stay');
    expect(text()).toContain('case first\n> What it is.\ntags: smoke\nsteps\n');
  });
});

describe('the cursor', () => {
  it('goes through cells, lines, sections and heads', () => {
    at('open', 0);
    session.move('right');
    session.move('right');
    session.move('right');
    session.move('right');
    expect(here()).toEqual(['press', 0]);
    session.move('up');
    session.move('up');
    expect(here()[0]).toBe('block');
    session.leap(Number.MAX_SAFE_INTEGER);
    expect(here()[0]).toBe('add');
    session.leap(-Number.MAX_SAFE_INTEGER);
    expect(here()[0]).toBe('block');
  });

  it('comes back with undo', () => {
    at('press', 1);
    session.commit('Save', 'down');
    at('log', 0);
    session.document.undo();
    session.followUndo();
    expect(here()[0]).toBe('press');
    expect(text()).toBe(TEXT);
    session.document.redo();
    expect(text()).toContain('Save');
  });

  it('stays on its row while rows above come and go', () => {
    at('press', 1);
    session.insertRow(row('open'), false);
    at('press', 1);
    session.removeRows([row('open')]);
    at('press', 1);
    expect(here()).toEqual(['press', 1]);
  });
});

describe('a range', () => {
  it('is emptied, filled down and copied', () => {
    at('open', 0);
    at('press', 1, true);
    expect(session.rangeRows()).toHaveLength(2);
    expect(copyRange(session.rangeRows(), session.rangeColumns())).toBe('open\tBookings\npress\tSend');
    session.fillDown();
    expect(text()).toContain('| open | Bookings |           |\n| open | Bookings | ? visible |');
    session.document.undo();
    at('open', 1);
    at('press', 1, true);
    session.emptyCells();
    expect(text()).toContain('| open  |  |           |\n| press |  | ? visible |');
  });

  it('keeps marks apart when it is copied and pasted', () => {
    at('press', -1);
    session.commit('? visible | => sent', 'stay');
    const copied = copyRange(session.rangeRows(), session.rangeColumns());
    expect(copied).toBe('? visible\t=> sent');
    expect(readTable('"a\nb"\tc\n')).toEqual([['a\nb', 'c']]);
  });

  it('takes what was copied elsewhere, and never writes over a mark', () => {
    at('press', 2);
    paste(session, 'twice');
    expect(text()).toContain('| press | Send     | twice | ? visible |');
    at('1', 0);
    paste(session, '7\t8\n9\t10');
    expect(text()).toContain('| a | b  |\n| 7 | 8  |\n| 9 | 10 |\n');
  });

  it('is filled by one copied cell', () => {
    at('open', 1);
    at('press', 1, true);
    paste(session, 'same');
    expect(text().match(/\| same/g)).toHaveLength(2);
  });
});

describe('blocks, sections and columns', () => {
  it('come with their name under the cursor, and go', () => {
    addBlock(session, 'case', 'New case', null);
    expect(session.cursor.get()).toMatchObject({ column: 0, editing: 'in' });
    session.commit('three', 'stay');
    expect(text()).toContain('case three\nsteps\n');
    removeBlock(session, session.current()?.stop.block.id ?? 0);
    expect(text()).toBe(TEXT);
  });

  it('are added, moved and removed under the cursor', () => {
    at('a', 1);
    addColumn(session, row('a'), 0);
    session.commit('new', 'stay');
    expect(text()).toContain('| a | new | b |\n| 1 |     | 2 |');
    shiftColumn(session, row('a'), -1);
    expect(text()).toContain('| new | a | b |');
    removeColumn(session, row('new'));
    expect(text()).toBe(TEXT);
    removeSection(session, row('a'));
    expect(text()).toContain('case two\nsteps\n');
  });
});

it('offers keywords by name, word and note, own ones first', () => {
  const keywords = [
    keyword('press'),
    keyword('expect text', { note: 'Expects a text.' }),
    keyword('press the bell', { path: 'k.elmt' }),
    keyword('ring', { phrases: ['I press the bell'], path: 'k.elmt' }),
  ];
  const found = (typed: string) => keywordSuggestions(typed, keywords).map((each) => each.label);
  expect(found('press')).toEqual(['press', 'press the bell', 'ring']);
  expect(found('bell')).toEqual(['press the bell', 'ring']);
  expect(found('expects')).toEqual(['expect text']);
  expect(found('nothing like it')).toEqual([]);
  expect(found('')).toHaveLength(4);
});

describe('a line that is pinned to the lens', () => {
  it('is explained wherever the cursor goes, as long as it is there', () => {
    const open = row('open');
    session.goTo(open.key, 0);
    session.pin();
    session.goTo(row('press').key, 0);
    expect(session.explained()?.key).toBe(open.key);
    session.removeRows([open]);
    expect(session.explained()?.key).toBe(session.current()?.stop.key);
  });

  it('is let go by the same button', () => {
    session.goTo(row('open').key, 0);
    session.pin();
    session.goTo(row('press').key, 0);
    session.pin();
    expect(session.explained()?.key).toBe(row('press').key);
  });
});
