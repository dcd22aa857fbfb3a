import 'fake-indexeddb/auto';
import { ChangeSet } from '@codemirror/state';
import { afterEach, expect, it } from 'vitest';
import type { UpdateView } from '@/api/types';
import { rowOf } from '@/testing/documents';
import { problem, serve } from '@/testing/server';
import { until } from '@/testing/until';
import { insertRow, removeRows, setCells, shiftRows } from './edits';
import { OpenDocument } from './openDocument';
import { dropPending } from './pending';

const TEXT = 'case one\nsteps\n| open  | Bookings |\n| press | Send     |\n| log   | done     |\n';

let used: OpenDocument | null = null;

afterEach(async () => {
  await used?.sync.stop();
  await dropPending('me', 1);
});

/** A document of a page, and what another one makes of the same text. */
function opened() {
  serve({ 'POST /api/documents/1/updates': new Promise(() => {}) });
  const document = new OpenDocument({ id: 1, path: 'a.elmt', version: 0, text: TEXT }, 'me');
  used = document;
  let version = 0;
  const send = (change: UpdateView['change'], client: string, author: string) =>
    document.sync.heard(version++, [{ client, author, at: '', change }]);
  return {
    document,
    /** The server has what was done here. */
    confirm: (change: ChangeSet) => send(change.toJSON(), 'me', ''),
    /** Wren puts a text for another one. */
    other: (was: string, now: string) => {
      const { doc } = document.state;
      const at = doc.toString().indexOf(was);
      if (at < 0) throw new Error(`no ${was} in\n${doc}`);
      let same = 0;
      while (same < now.length && was[same] === now[same]) same++;
      const change = { from: at + same, to: at + was.length, insert: now.slice(same) };
      send(ChangeSet.of(change, doc.length).toJSON(), 'wren', 'Wren');
    },
  };
}

type World = ReturnType<typeof opened>;

/** One edit, confirmed as the change that it was. */
function edited(world: World, make: Parameters<OpenDocument['edit']>[0]) {
  let change: ChangeSet | null = null;
  world.document.edit((state) => {
    const spec = make(state);
    change = spec ? state.update(spec).changes : null;
    return spec;
  });
  if (change) world.confirm(change);
}

const rows = (world: World) =>
  world.document.state.doc
    .toString()
    .split('\n')
    .filter((line) => line.startsWith('|'))
    .map((line) => line.replace(/ +/g, ' '));

const cell = (row: string, column: number, text: string): Parameters<OpenDocument['edit']>[0] => {
  return (state) => setCells(state, [{ row: rowOf(state, row).placed.row.id, column, text }]);
};

it('takes back what nobody touched since, beside what others did', () => {
  const world = opened();
  edited(world, cell('press', 1, 'Save'));
  world.other('done', 'over');
  world.document.undo();
  expect(rows(world)).toEqual(['| open | Bookings |', '| press | Send |', '| log | over |']);
  expect(world.document.notices.get()).toEqual([]);
});

it('leaves a cell that another one changed since, and says so', () => {
  const world = opened();
  edited(world, cell('press', 1, 'Save'));
  world.other('Save', 'Submit');
  world.document.undo();
  expect(rows(world)[1]).toBe('| press | Submit |');
  expect(world.document.state.doc.lines).toBe(TEXT.split('\n').length);
  expect(world.document.notices.get()).toMatchObject([{ who: 'Wren', text: 'Send', undo: true, cell: { column: 1 } }]);
});

it('sets back the cells of an edit that still hold what it wrote', () => {
  const world = opened();
  edited(world, (state) => {
    const row = rowOf(state, 'press').placed.row.id;
    return setCells(state, [
      { row, column: 0, text: 'click' },
      { row, column: 1, text: 'Save' },
    ]);
  });
  world.other('Save', 'Submit');
  world.document.undo();
  expect(rows(world)[1]).toBe('| press | Submit |');
  world.document.redo();
  expect(rows(world)[1]).toBe('| click | Submit |');
});

it('writes nothing where a row is gone', () => {
  const world = opened();
  edited(world, cell('press', 1, 'Save'));
  world.other('| press | Save     |\n', '');
  world.document.undo();
  expect(rows(world)).toEqual(['| open | Bookings |', '| log | done |']);
  expect(world.document.notices.get()).toMatchObject([{ text: 'Send', undo: true, cell: null }]);
});

it('keeps a new row into which another one wrote', () => {
  const world = opened();
  edited(world, (state) => insertRow(state, rowOf(state, 'press').placed.row.id, true, ['wait', 'x'])?.spec ?? null);
  world.other('| wait  | x        |', '| wait  | long     |');
  world.document.undo();
  expect(rows(world)).toEqual(['| open | Bookings |', '| press | Send |', '| wait | long |', '| log | done |']);
  expect(world.document.notices.get()).toMatchObject([{ text: 'long', own: true, undo: true }]);
});

it('moves a row back with what another one wrote into it', () => {
  const world = opened();
  edited(world, (state) => shiftRows(state, [rowOf(state, 'press').placed.row.id], -1));
  world.other('Send', 'Save');
  world.document.undo();
  expect(rows(world)).toEqual(['| open | Bookings |', '| press | Save |', '| log | done |']);
});

it('brings rows back between others that came', () => {
  const world = opened();
  edited(world, (state) => removeRows(state, [rowOf(state, 'press').placed.row.id]));
  world.other('| log ', '| wait  | 1s       |\n| log ');
  world.document.undo();
  expect(rows(world).filter((row) => row === '| press | Send |')).toHaveLength(1);
  expect(rows(world)).toHaveLength(4);
});

it('lets the server take back a change of several documents, and make it again', async () => {
  const world = opened();
  const requests = serve({
    'POST /api/changes/7/undo?author=': { id: 8, leftOut: 2 },
    'POST /api/changes/8/undo?author=': { id: 9, leftOut: 0 },
  });

  world.document.madeChangeSet(7);
  world.document.undo();
  await until(() =>
    expect(world.document.notices.get()).toMatchObject([{ text: '2 places that somebody changed since', undo: true }]),
  );
  world.document.redo();
  await until(() => expect(requests.map((each) => each.path)).toHaveLength(2));
  expect(requests[1]?.path).toBe('/api/changes/8/undo?author=');
});

it('says so where the server does not take a change of several documents back', async () => {
  const world = opened();
  serve({ 'POST /api/changes/7/undo?author=': problem(404, 'There is no change 7.') });
  world.document.madeChangeSet(7);
  world.document.undo();
  await until(() =>
    expect(world.document.notices.get()).toMatchObject([{ text: 'There is no change 7.', undo: true }]),
  );
});
