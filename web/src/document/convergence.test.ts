/// <reference types="node" />
import 'fake-indexeddb/auto';
import { readFileSync, writeFileSync } from 'node:fs';
import { ChangeSet, Text } from '@codemirror/state';
import { expect, it, vi } from 'vitest';
import type { DocumentHandle, DocumentText, UpdatesView } from '@/api/types';
import { numbers } from '@/testing/numbers';
import { insertRow, MARKS, removeRows, setCells, shiftRows } from './edits';
import { OpenDocument } from './openDocument';
import { structure } from './structure';

/**
 * Pages and the folder on one document, over the protocol of a real server: a journey starts one on a folder, and this
 * test with its address. By itself it has no server.
 */
const { ELM_ADDRESS: address, ELM_FOLDER: folder, ELM_EDITS: edits } = process.env;

/** In texts that were typed into the text view; nothing else writes it. */
const BY_TEXT = 'ŧ';

const MILLIS = 180_000;

const browserFetch = globalThis.fetch;
const offline = new Set<string>();

/** Asks the server as a page, which may be offline. */
const fetchAs = (page: string, path: string, init: RequestInit) => {
  if (offline.has(page)) return Promise.reject(new TypeError('offline'));
  return browserFetch(address + path, init);
};

const tokens = (text: string) => new Set(text.match(/v\d+z/g) ?? []);

/** A value may stand in several rows, as both sides of a conflict with the file are kept. */
function counted(text: string): Map<string, number> {
  const counts = new Map<string, number>();
  for (const [token] of text.matchAll(/v\d+z/g)) counts.set(token, (counts.get(token) ?? 0) + 1);
  return counts;
}

/** What all pages of one document know together. */
class World {
  private written = 0;
  readonly all = new Set<string>();
  /** Values that somebody took out who saw them. */
  readonly takenOut = new Set<string>();

  constructor(
    readonly path: string,
    readonly next: (below: number) => number,
  ) {}

  /** A value that no other cell has. */
  value(): string {
    const token = `v${++this.written}z`;
    this.all.add(token);
    return ['', 'x|y ', '漢字 ', 'some longer words '][this.next(4)] + token;
  }

  get file() {
    return `${folder}/${this.path}`;
  }
}

/** A page with the document open. */
class Page {
  constructor(
    readonly name: string,
    readonly document: OpenDocument,
    private readonly world: World,
  ) {}

  get text() {
    return this.document.state.doc.toString();
  }

  get offered() {
    return this.document.notices
      .get()
      .map((notice) => notice.text)
      .join('\n');
  }

  /** Does something by hand; what stands less often afterwards was taken out on purpose. */
  private byHand(task: () => void) {
    const before = counted(this.text);
    task();
    const after = counted(this.text);
    for (const [token, count] of before) if (count > (after.get(token) ?? 0)) this.world.takenOut.add(token);
  }

  act() {
    const { next } = this.world;
    this.byHand(() => {
      const kind = next(20);
      if (kind < 3) this.document.undo();
      else if (kind < 4) this.document.redo();
      else if (kind < 6) this.editText();
      else this.editSheet();
    });
  }

  private editText() {
    const { next } = this.world;
    const { doc } = this.document.state;
    const line = doc.line(1 + next(doc.lines));
    if (!line.text.startsWith('|')) return;
    this.document.dispatch({ changes: { from: line.from + 2, insert: BY_TEXT }, userEvent: 'input.type' });
  }

  private editSheet() {
    const { next } = this.world;
    const { state } = this.document;
    const rows = structure(state).blocks.flatMap((block) => block.sections.flatMap((section) => section.rows));
    const row = rows[next(Math.max(1, rows.length))]?.row;
    if (!row) return;
    switch (next(6)) {
      case 0:
        return this.document.edit(
          () => insertRow(state, row.id, next(2) === 0, [this.world.value(), 'new'])?.spec ?? null,
        );
      case 1:
        return rows.length > 5 ? this.document.edit(() => removeRows(state, [row.id])) : undefined;
      case 2:
        return this.document.edit(() => shiftRows(state, [row.id], next(2) === 0 ? -1 : 1));
      case 3:
        return this.document.edit(() => setCells(state, [{ row: row.id, column: MARKS, text: `? ${next(9)}` }]));
      default:
        return this.document.edit(() => setCells(state, [{ row: row.id, column: next(3), text: this.world.value() }]));
    }
  }
}

async function opened(path: string, seed: number): Promise<{ world: World; pages: Page[]; handle: DocumentHandle }> {
  const world = new World(path, numbers(seed));
  const ask = async (of: string) => (await browserFetch(address + of)).json();
  const [handle] = (await ask(`/api/documents?path=${encodeURIComponent(path)}`)) as DocumentHandle[];
  if (!handle) throw new Error(`no ${path}`);
  const text = (await ask(`/api/documents/${handle.id}`)) as DocumentText;
  const pages = ['one', 'two'].map((name) => {
    const client = `${name} ${seed}`;
    return new Page(client, new OpenDocument(text, client), world);
  });
  return { world, pages, handle };
}

/** Something outside writes into the file: a comment, or another word in a row. */
function writeOutside({ file, next }: World) {
  const lines = readFileSync(file, 'utf8').split('\n');
  const at = 3 + next(Math.max(1, lines.length - 4));
  if (lines[at]?.startsWith('|') && next(2) === 0) lines[at] = lines[at].replace(/^\| (\S*)/, `| $1o${next(9)}`);
  else lines.splice(at, 0, `# outside ${next(99)}`);
  writeFileSync(file, lines.join('\n'));
}

/** Until all pages, the server and the file say the same. */
async function settled({ world, pages, handle }: Awaited<ReturnType<typeof opened>>): Promise<string> {
  for (const page of pages) offline.delete(page.name);
  await Promise.all(pages.map((page) => page.document.sync.reconnected()));
  return vi.waitFor(
    async () => {
      await Promise.all(pages.map((page) => page.document.sync.catchUp()));
      const server = (await (await browserFetch(`${address}/api/documents/${handle.id}`)).json()) as DocumentText;
      for (const page of pages) {
        expect(page.document.sync.isSaved).toBe(true);
        expect(page.document.sync.version).toBe(server.version);
        expect(page.text).toBe(server.text);
      }
      expect(readFileSync(world.file, 'utf8')).toBe(server.text);
      return server.text;
    },
    { timeout: 30_000, interval: 300 },
  );
}

async function live(path: string, seed: number) {
  const opening = await opened(path, seed);
  const { world, pages, handle } = opening;
  const { next } = world;
  const start = pages[0]?.text ?? '';
  for (let i = 0; i < Number(edits); i++) {
    const page = pages[next(2)] as Page;
    page.act();
    if (next(40) === 0) offline.add(page.name);
    if (next(12) === 0) offline.delete(page.name);
    if (next(5) === 0) await page.document.sync.catchUp();
    if (next(150) === 0) writeOutside(world);
    // Others get their turn; the folder works at its own pace.
    await new Promise((resolve) => setTimeout(resolve, next(15)));
  }
  const text = await settled(opening);

  const log = (await (
    await browserFetch(`${address}/api/documents/${handle.id}/updates?since=0`)
  ).json()) as UpdatesView;
  const fold = log.updates.reduce(
    (doc, update) => ChangeSet.fromJSON(update.change).apply(doc),
    Text.of(start.split('\n')),
  );
  expect(fold.toString()).toBe(text);

  const state = (pages[0] as Page).document.state;
  const odd = structure(state).lines.filter((line) => line.kind === 'unreadable');
  expect(odd.filter((line) => !line.text.includes(BY_TEXT) && !/^(<|=|>){7}/.test(line.text))).toEqual([]);

  const offered = pages.map((page) => page.offered).join('\n');
  const there = tokens(text);
  const lost = [...world.all].filter((token) => !there.has(token) && !world.takenOut.has(token));
  expect(lost.filter((token) => !tokens(offered).has(token))).toEqual([]);
  console.info(
    `seed ${seed}: ${log.updates.length} updates, ${world.all.size} values, ${lost.length} did not stand and were offered`,
  );
  await Promise.all(pages.map((page) => page.document.sync.stop()));
}

it.runIf(address)(
  'comes to one text in two pages, on the server and in the folder, whatever is done to it',
  async () => {
    const client = (init: RequestInit) => (init.body ? (JSON.parse(String(init.body)).client as string) : '');
    vi.stubGlobal('fetch', (path: string, init: RequestInit) => fetchAs(client(init), path, init));
    vi.spyOn(console, 'warn').mockImplementation(() => {});
    await Promise.all([1, 2, 3].map((seed) => live(`suites/seed-${seed}.elmt`, seed)));
  },
  MILLIS,
);
