import 'fake-indexeddb/auto';
import { act } from 'react';
import { describe, expect, it } from 'vitest';
import { opened } from '@/testing/opened';
import { all, only, press, pressOn, seen } from '@/testing/page';
import { serve } from '@/testing/server';
import { show } from '@/testing/show';
import { until } from '@/testing/until';
import { isRow } from './items';
import { SheetTable } from './SheetTable';
import { SheetSession } from './session';

const TEXT = `suite Firings

case one
data
| shelves | peak |
| 2       | 960  |
steps
| open  | Kilns |
| press | Light |
| log   | lit   |

keyword light a kiln
takes
| name |
steps
| press | Light |
`;

let session: SheetSession;

function sheet(text = TEXT) {
  serve({ 'GET /api/project': { environments: [] } });
  session = new SheetSession(opened(text));
  show(<SheetTable session={session} keywords={new Map()} outcomes={new Map()} others={[]} line={null} />);
}

const text = () => session.document.state.doc.toString();
const cell = (name: string) => all('[role=gridcell], [role=columnheader]', name)[0] as HTMLElement;
const entries = () => all('[role=menuitem]').map((each) => each.firstChild?.textContent);

/** A right click, with the press of the button that goes before it. */
async function menuOf(element: HTMLElement) {
  await act(async () => {
    element.dispatchEvent(new MouseEvent('mousedown', { bubbles: true, button: 2 }));
    element.dispatchEvent(new MouseEvent('contextmenu', { bubbles: true, cancelable: true, button: 2 }));
  });
  await until(async () => {
    await act(async () => {});
    expect(entries()).not.toEqual([]);
  });
}

/** Chooses from the menu, and waits until that has closed and given the focus back. */
async function choose(word: RegExp) {
  await pressOn(await seen('[role=menuitem]', word));
  await until(async () => {
    await act(async () => {});
    expect(all('[role=menu]')).toEqual([]);
    expect(document.activeElement).toBe(only('textarea'));
  });
}

async function select(first: string, last: string) {
  const row = (name: string) => session.lines().stops.find((stop) => isRow(stop) && stop.row.cells[0]?.source === name);
  await act(async () => {
    session.goTo(row(first)?.key ?? '', 0);
    session.goTo(row(last)?.key ?? '', 0, true);
  });
}

describe('the menu of a row', () => {
  it('acts on the row that was pressed', async () => {
    sheet();
    await menuOf(cell('press'));
    await choose(/^Move row up/);
    expect(text()).toContain('| press | Light |\n| open  | Kilns |\n');
    await menuOf(cell('log'));
    await choose(/^Remove row/);
    expect(text()).not.toContain('log');
  });

  it('acts on all rows that are selected, where one of them is pressed', async () => {
    sheet();
    await select('open', 'press');
    await menuOf(cell('open'));
    expect(entries()).toContain('Extract keyword from 2 steps …');
    await choose(/^Move 2 rows down/);
    expect(text()).toContain('| log   | lit   |\n| open  | Kilns |\n| press | Light |\n');
    await menuOf(cell('press'));
    await choose(/^Remove 2 rows/);
    expect(text()).toContain('steps\n| log | lit |\n\nkeyword');
  });

  it('lets a selection be where another row is pressed', async () => {
    sheet();
    await select('open', 'press');
    await menuOf(cell('log'));
    await choose(/^Switch off/);
    expect(text().match(/! off/g)).toHaveLength(1);
    await menuOf(cell('log'));
    await choose(/^Switch on/);
    expect(text()).not.toContain('! off');
  });

  it('fills down and empties', async () => {
    sheet();
    await menuOf(cell('press'));
    await choose(/^Fill down/);
    expect(text()).toContain('| open | Kilns |\n| open | Light |');
    await menuOf(cell('lit'));
    await choose(/^Empty the cells/);
    expect(text()).not.toContain('lit');
  });

  it('offers what a value can become by where it stands', async () => {
    sheet();
    await menuOf(cell('Kilns'));
    expect(entries()).toContain('Turn into a data column …');
    expect(entries()).toContain('Steps become a fixture …');
    expect(entries()).not.toContain('Turn into a parameter …');
    await choose(/^Turn into a data column/);
    expect(session.refactoring.get()).toEqual({ what: 'column', path: 'a.elmt', line: 8, cell: 0 });
    await menuOf(all('[role=gridcell]', 'Light').at(-1) as HTMLElement);
    expect(entries()).toContain('Turn into a parameter …');
    expect(entries()).not.toContain('Steps become a fixture …');
  });
});

describe('the menu of a column', () => {
  it('adds, moves and removes columns', async () => {
    sheet();
    await menuOf(cell('peak'));
    await choose(/^Move column left/);
    expect(text()).toContain('| peak | shelves |\n| 960  | 2       |');
    await menuOf(cell('shelves'));
    await choose(/^Remove column/);
    expect(text()).toContain('| peak |\n| 960  |');
    await menuOf(cell('peak'));
    await choose(/^Remove section/);
    expect(text()).not.toContain('peak');
  });
});

describe('the menu of a head', () => {
  it('adds sections, renames everywhere, and removes, which is undone', async () => {
    sheet();
    const head = () => only('[role=gridcell]', 'name: one');
    await menuOf(head());
    expect(entries()).toContain('Rows become a data set …');
    expect(entries()).toContain('Add tear-down');
    await choose(/^Add tear-down/);
    expect(text()).toContain('| log   | lit   |\ntear-down\n');
    await act(async () => session.document.undo());
    await menuOf(head());
    await choose(/^Rename everywhere/);
    expect(session.refactoring.get()).toEqual({ what: 'rename', path: 'a.elmt', line: 3, name: 'one' });
    await menuOf(head());
    await choose(/^Remove case/);
    expect(text()).not.toContain('case one');
    await press('z', { ctrlKey: true });
    expect(text()).toBe(TEXT);
  });

  it('is opened by the menu key for what the cursor is on', async () => {
    sheet();
    await select('press', 'press');
    await act(async () => only('textarea').focus());
    await press('F10', { shiftKey: true });
    expect(entries()).toContain('Remove row');
  });
});
