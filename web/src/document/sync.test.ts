import { ChangeSet, EditorState, Text } from '@codemirror/state';
import { afterEach, expect, it, vi } from 'vitest';
import type { UpdateView } from '@/api/types';
import { type edited, rowOf } from '@/testing/documents';
import { numbers } from '@/testing/numbers';
import { insertRow, MARKS, moveRows, removeRows, setCells, shiftRows } from './edits';
import { hasTables } from './kinds';
import type { Notice } from './merge';
import { insertRecord, removeRecords, setValues } from './recordEdits';
import { fieldsOf, readRecords } from './records';
import { structure, structureOf } from './structure';
import { collabOf, Sync, type Synchronized } from './sync';

// Nothing here is about the browser's database.
vi.mock('./pending', () => ({ keepPending: async () => {}, sentPending: async () => {} }));

const refusal = (problem: { status: number; [part: string]: unknown }) =>
  new Response(JSON.stringify(problem), {
    status: problem.status,
    headers: { 'Content-Type': 'application/problem+json' },
  });

/** A server of one document, with the protocol of the real one. */
class FakeServer {
  readonly updates: UpdateView[] = [];
  doc: Text;
  online = true;
  /** Whether single updates are no longer kept. */
  thinned = false;
  posts = 0;

  constructor(readonly start: string) {
    this.doc = Text.of(start.split('\n'));
  }

  async fetch(path: string, init: RequestInit): Promise<Response> {
    if (!this.online) throw new TypeError('offline');
    if (path.endsWith('/difference')) return Response.json(this.difference(JSON.parse(String(init.body)).text));
    const version = init.method === 'GET' ? Number(path.split('since=')[1]) : JSON.parse(String(init.body)).version;
    if (this.thinned && version < this.updates.length) return refusal({ status: 410, detail: 'gone', thinned: true });
    if (init.method === 'GET') return Response.json(this.since(Number(path.split('since=')[1])));
    this.posts++;
    const { client, author, updates } = JSON.parse(String(init.body));
    if (version < this.updates.length) {
      return refusal({ status: 409, detail: 'behind', since: this.since(version) });
    }
    for (const change of updates) {
      this.doc = ChangeSet.fromJSON(change).apply(this.doc);
      this.updates.push({ client, author, at: '', change });
    }
    return Response.json({ version: this.updates.length, updates: [] });
  }

  private difference(text: string) {
    const now = this.doc.toString();
    let same = 0;
    while (same < text.length && text[same] === now[same]) same++;
    const change = ChangeSet.of({ from: same, to: text.length, insert: now.slice(same) }, text.length);
    return { version: this.updates.length, change: change.toJSON() };
  }

  private since(version: number) {
    return { version: this.updates.length, updates: this.updates.slice(version) };
  }
}

/** A page with the document open. */
class Page implements Synchronized {
  readonly id = 1;
  state: EditorState;
  readonly sync: Sync;
  readonly notices: Notice[] = [];

  constructor(
    text: string,
    client: string,
    readonly path = 'a.elmt',
  ) {
    this.state = EditorState.create({ doc: text, extensions: [structureOf(hasTables(path)), collabOf(0, client)] });
    this.sync = new Sync(this, client);
  }

  apply(transactions: Parameters<Synchronized['apply']>[0]) {
    for (const transaction of transactions) this.state = transaction.state;
    if (transactions.some((transaction) => transaction.docChanged)) this.sync.changed();
  }

  edit(spec: Parameters<typeof edited>[1]) {
    if (spec) this.apply([this.state.update(spec)]);
  }

  offer(notices: readonly Notice[]) {
    this.notices.push(...notices);
  }

  get text() {
    return this.state.doc.toString();
  }
}

const TEXT = 'case one\nsteps\n| open  | Bookings |\n| press | Send     |\n| log   | done     |\n';

const made: Page[] = [];

// What is left unsent would be told as unsaved in the tests of other files.
afterEach(() => {
  for (const page of made.splice(0)) void page.sync.stop();
});

function world(text = TEXT, path = 'a.elmt') {
  const server = new FakeServer(text);
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => server.fetch(path, init));
  const [one, two] = [new Page(text, 'one', path), new Page(text, 'two', path)];
  made.push(one, two);
  return { server, one, two };
}

const settled = async (server: FakeServer, ...pages: Page[]) => {
  for (let i = 0; i < 3; i++) {
    for (const page of pages) {
      await page.sync.saved();
      await page.sync.catchUp();
    }
  }
  for (const page of pages) expect(page.text).toBe(server.doc.toString());
};

const set = (page: Page, row: string, column: number, text: string) =>
  page.edit(setCells(page.state, [{ row: rowOf(page.state, row).placed.row.id, column, text }]));

it('sends what is typed, and takes in what others did', async () => {
  const { server, one, two } = world();
  set(one, 'open', 1, 'Kilns');
  set(two, 'log', 1, 'over');
  await settled(server, one, two);
  expect(one.text).toBe('case one\nsteps\n| open  | Kilns |\n| press | Send  |\n| log   | over  |\n');
  expect(one.notices).toEqual([]);
});

it('sends what is typed fast in one batch, and at once where somebody waits for it', async () => {
  vi.useFakeTimers();
  const { server, one } = world();
  for (const town of ['Kilns', 'Looms']) {
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'a', bubbles: true }));
    set(one, town === 'Kilns' ? 'open' : 'log', 1, town);
    await vi.advanceTimersByTimeAsync(30);
  }
  expect(server.posts).toBe(0);
  await one.sync.saved();
  expect(server.posts).toBe(1);
  expect(server.updates).toHaveLength(2);
});

it('sends what is typed without a pause now and then', async () => {
  vi.useFakeTimers();
  const { server, one } = world();
  for (let key = 0; key < 20; key++) {
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'a', bubbles: true }));
    set(one, 'open', 1, `Kiln ${key}`);
    await vi.advanceTimersByTimeAsync(30);
  }
  expect(server.posts).toBeGreaterThan(1);
  expect(server.posts).toBeLessThan(7);
});

it('lets the later of two edits of one cell stand, and offers the other', async () => {
  const { server, one, two } = world();
  set(one, 'press', 1, 'first');
  await one.sync.saved();
  set(two, 'press', 1, 'second');
  await settled(server, one, two);
  expect(one.text).toContain('| press | second   |');
  expect(two.notices).toMatchObject([{ text: 'first', own: false, cell: { column: 1 } }]);
});

it('keeps edits of two cells of one row', async () => {
  const { server, one, two } = world();
  set(one, 'press', 0, 'press twice');
  await one.sync.saved();
  set(two, 'press', 1, 'Save');
  await settled(server, one, two);
  expect(one.text).toMatch(/\| press twice \| Save +\|/);
  expect(two.notices).toEqual([]);
});

it('drops what was typed into a row that somebody removed, and offers it', async () => {
  const { server, one, two } = world();
  one.edit(removeRows(one.state, [rowOf(one.state, 'press').placed.row.id]));
  await one.sync.saved();
  set(two, 'press', 1, 'Save');
  await settled(server, one, two);
  expect(one.text.split('\n').filter((line) => line.startsWith('|'))).toHaveLength(2);
  expect(structure(one.state).lines.some((line) => line.kind === 'unreadable')).toBe(false);
  expect(two.notices).toMatchObject([{ text: 'Save', own: true, cell: null }]);
});

it('keeps an edit of a row that another one moves', async () => {
  const { server, one, two } = world();
  set(one, 'log', 1, 'over');
  await one.sync.saved();
  const id = (row: string) => rowOf(two.state, row).placed.row.id;
  two.edit(moveRows(two.state, [id('log')], id('open')));
  await settled(server, one, two);
  expect(one.text).toMatch(/steps\n\| log +\| over +\|\n\| open/);
});

it('goes on by itself once the server is there again, and says meanwhile that nothing is saved', async () => {
  vi.useFakeTimers();
  const { server, one } = world();
  server.online = false;
  set(one, 'open', 1, 'Kilns');
  set(one, 'log', 1, 'over');
  await vi.advanceTimersByTimeAsync(12_000);
  expect(one.sync.isSaved).toBe(false);
  server.online = true;
  await vi.advanceTimersByTimeAsync(6_000);
  vi.useRealTimers();
  await settled(server, one);
  expect(server.updates).toHaveLength(2);
});

it('brings its edits in where single updates are no longer kept', async () => {
  const { server, one, two } = world();
  server.online = false;
  set(two, 'open', 1, 'Kilns');
  server.online = true;
  set(one, 'log', 1, 'over');
  await one.sync.saved();
  set(one, 'log', 1, 'over and out');
  await one.sync.saved();
  server.thinned = true;
  await settled(server, one, two);
  expect(one.text).toMatch(/\| open +\| Kilns +\|\n\| press +\| Send +\|\n\| log +\| over and out \|/);
});

it('is not sent twice where an answer was lost', async () => {
  const { server, one } = world();
  const real = server.fetch.bind(server);
  let lost = false;
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    const answer = await real(path, init);
    if (!lost && init.method === 'POST') {
      lost = true;
      throw new TypeError('the answer was lost');
    }
    return answer;
  });
  set(one, 'open', 1, 'Kilns');
  await settled(server, one);
  expect(server.updates).toHaveLength(1);
});

const WORDS = ['a', 'press', 'some longer words', '', 'x|y', '漢字', '<n>'];

/** Some sheet edit of a page. */
function randomEdit(page: Page, next: (below: number) => number) {
  const rows = structure(page.state).blocks.flatMap((block) => block.sections.flatMap((section) => section.rows));
  const row = rows[next(Math.max(1, rows.length))]?.row;
  const { state } = page;
  if (!row) return;
  switch (next(6)) {
    case 0:
      return page.edit(insertRow(state, row.id, next(2) === 0, [WORDS[next(7)] as string, 'new'])?.spec ?? null);
    case 1:
      return rows.length > 3 ? page.edit(removeRows(state, [row.id])) : undefined;
    case 2:
      return page.edit(shiftRows(state, [row.id], next(2) === 0 ? -1 : 1));
    case 3:
      return page.edit(setCells(state, [{ row: row.id, column: MARKS, text: `? ${next(9)}` }]));
    default:
      return page.edit(setCells(state, [{ row: row.id, column: next(3), text: WORDS[next(7)] as string }]));
  }
}

it.each([1, 2, 3])('comes to one text whatever two people do at once (seed %i)', async (seed) => {
  const next = numbers(seed);
  const { server, one, two } = world();
  for (let i = 0; i < 250; i++) {
    randomEdit(next(2) === 0 ? one : two, next);
    if (next(4) === 0) await (next(2) === 0 ? one : two).sync.catchUp();
    if (next(5) === 0) await Promise.resolve();
    if (next(12) === 0) await settled(server, one, two);
  }
  await settled(server, one, two);
  const odd = structure(one.state).lines.filter((line) => line.kind === 'unreadable');
  expect(odd, one.text).toEqual([]);
});

const ROWS = 'programme,shelves\nBisque,1\nGlaze,2\nRaku,3\n';
const records = (page: Page) => readRecords(page.state.doc, page.path);
const put = (page: Page, row: number, column: number, value: string) =>
  page.edit(setValues(records(page), { row, column, values: [[value]] }));

it('lets the later of two values of one field stand, and offers the other', async () => {
  const { server, one, two } = world(ROWS, 'a.csv');
  put(one, 1, 0, 'Bisque, slow');
  put(one, 2, 1, '4');
  await one.sync.saved();
  put(two, 1, 0, 'Bisque, fast');
  put(two, 2, 0, 'Glaze, thick');
  await settled(server, one, two);
  expect(one.text).toBe('programme,shelves\n"Bisque, fast",1\n"Glaze, thick",4\nRaku,3\n');
  expect(two.notices).toMatchObject([{ text: 'Bisque, slow', own: false, cell: { column: 0 } }]);
});

it('drops what was written into a record that somebody took out, and offers it', async () => {
  const { server, one, two } = world(ROWS, 'a.csv');
  one.edit(removeRecords(records(one), 2, 2));
  await one.sync.saved();
  put(two, 2, 0, 'Glaze, thick');
  await settled(server, one, two);
  expect(one.text).toBe('programme,shelves\nBisque,1\nRaku,3\n');
  expect(two.notices).toMatchObject([{ text: 'Glaze, thick', own: true, cell: null }]);
});

it.each([1, 2, 3])('comes to whole records whatever two people do at once (seed %i)', async (seed) => {
  const next = numbers(seed);
  const { server, one, two } = world(ROWS, 'a.csv');
  for (let i = 0; i < 250; i++) {
    const page = next(2) === 0 ? one : two;
    const count = records(page).starts.length;
    const row = 1 + next(Math.max(1, count - 1));
    const kind = next(8);
    if (kind === 0) page.edit(insertRecord(records(page), row));
    else if (kind === 1 && count > 3 && row < count) page.edit(removeRecords(records(page), row, row));
    else if (row < count) put(page, row, next(2), ['', 'a', 'x,y', 'say "no"', 'two\nlines'][next(5)] as string);
    if (next(4) === 0) await (next(2) === 0 ? one : two).sync.catchUp();
    if (next(12) === 0) await settled(server, one, two);
  }
  await settled(server, one, two);
  const read = records(one);
  const odd = read.starts.filter((_, row) => fieldsOf(read, row).length !== 2);
  expect(odd, one.text).toEqual([]);
});
