import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { expect, it, vi } from 'vitest';
import { serve } from '@/testing/server';
import { fakeSockets } from '@/testing/socket';

const locks = {
  request: async (_name: string, options: unknown, task?: (lock: unknown) => Promise<void>) =>
    task ? task({}) : (options as () => Promise<void>)(),
  query: async () => ({ held: [] }),
};

/** The browser's database of one page; what documents of other tests keep lies in another. */
async function pageWithDatabase() {
  vi.stubGlobal('navigator', { ...navigator, locks });
  vi.stubGlobal('indexedDB', new IDBFactory());
  vi.resetModules();
  return import('./pending');
}

const pendingOf = (version: number, ...updates: unknown[]) => ({
  document: 907,
  path: 'a.elmt',
  client: 'gone',
  author: 'Wren',
  first: 3,
  version,
  updates,
});

const unknownBefore = (text: string) => ({ text: () => text, since: () => null });

it('sends what a page left behind that is gone', async () => {
  fakeSockets();
  const requests = serve({ 'POST /api/documents/907/updates': { version: 2, updates: [] } });
  const { abandoned, keepPending } = await pageWithDatabase();
  const { sendAbandoned } = await import('./leftDocuments');
  const updates = [
    [6, [1, 'T'], 1],
    [8, [0, '', '']],
  ];
  await keepPending(pendingOf(0, ...updates), unknownBefore('suite S\n'));
  await sendAbandoned();
  // Documents of other tests, which have other numbers, may still be sending theirs.
  expect(requests.filter(({ path }) => path === '/api/documents/907/updates')).toMatchObject([
    { method: 'POST', body: { version: 0, client: 'gone', first: 3, updates } },
  ]);
  expect(await abandoned()).toEqual([]);
});

it('writes a text once, and what led on from it with what is pending', async () => {
  const { abandoned, keepPending, sentPending } = await pageWithDatabase();
  const server = { text: vi.fn(() => 'suite S\n'), since: (version: number) => [[6, [1, 'T'], 1]].slice(version) };
  await keepPending(pendingOf(0, [6, [1, 'T'], 1]), server);
  await sentPending('gone', 907);
  await keepPending(pendingOf(1, [8, [0, '', '']]), server);
  expect(server.text).toHaveBeenCalledTimes(1);
  expect(await abandoned()).toMatchObject([{ version: 1, text: 'suite T\n', updates: [[8, [0, '', '']]] }]);
});

it('writes the text anew where what led on from the written one is no longer known', async () => {
  const { abandoned, keepPending } = await pageWithDatabase();
  await keepPending(pendingOf(0, [6, [1, 'T'], 1]), unknownBefore('suite S\n'));
  await keepPending(pendingOf(900, [6, [1, 'U'], 1]), unknownBefore('suite T\n'));
  expect(await abandoned()).toMatchObject([{ version: 900, text: 'suite T\n' }]);
});

it('removes the texts of pages that had sent everything', async () => {
  const { abandoned, keepPending, sentPending } = await pageWithDatabase();
  await keepPending(pendingOf(0, [6, [1, 'T'], 1]), unknownBefore('suite S\n'));
  await sentPending('gone', 907);
  await abandoned();
  const { createStore, keys } = await import('idb-keyval');
  expect(await keys(createStore('elm-table', 'pending'))).toEqual([]);
});

it('leaves texts where nothing tells whether their pages are gone', async () => {
  const { abandoned, keepPending, sentPending } = await pageWithDatabase();
  vi.stubGlobal('navigator', { ...navigator, locks: undefined });
  const server = { text: () => 'suite S\n', since: () => [] };
  await keepPending(pendingOf(0, [6, [1, 'T'], 1]), server);
  await sentPending('gone', 907);
  await abandoned();
  await keepPending(pendingOf(0, [6, [1, 'U'], 1]), server);
  expect(await abandoned()).toMatchObject([{ version: 0, text: 'suite S\n' }]);
});
