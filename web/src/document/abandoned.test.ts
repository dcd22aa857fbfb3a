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

it('sends what a page left behind that is gone', async () => {
  vi.stubGlobal('navigator', { ...navigator, locks });
  fakeSockets();
  const requests = serve({ 'POST /api/documents/907/updates': { version: 2, updates: [] } });
  // What documents of other tests keep lies in another database.
  vi.stubGlobal('indexedDB', new IDBFactory());
  vi.resetModules();
  const { abandoned, keepPending } = await import('./pending');
  const { sendAbandoned } = await import('./leftDocuments');
  const pending = {
    document: 907,
    path: 'a.elmt',
    client: 'gone',
    author: 'Wren',
    first: 3,
    version: 0,
    updates: [
      [6, [1, 'T'], 1],
      [8, [0, '', '']],
    ],
  };
  await keepPending(pending, () => 'suite S\n');
  await sendAbandoned();
  // Documents of other tests, which have other numbers, may still be sending theirs.
  expect(requests.filter(({ path }) => path === '/api/documents/907/updates')).toMatchObject([
    {
      method: 'POST',
      body: {
        version: 0,
        client: 'gone',
        first: 3,
        updates: [
          [6, [1, 'T'], 1],
          [8, [0, '', '']],
        ],
      },
    },
  ]);
  expect(await abandoned()).toEqual([]);
});
