import { act } from 'react';
import { expect, it } from 'vitest';
import type { BlockNode, FileProposals, ProposedSet } from '@/api/types';
import { all, choose, enter, only, pressOn, seen } from '@/testing/page';
import { problem, serve } from '@/testing/server';
import { show } from '@/testing/show';
import { until } from '@/testing/until';
import { FromFile, useSetsFromFile } from './SetsFromFile';

const ASK = 'POST /api/proposals/data/my-book.xlsx';
const set = (name: string, more: Partial<ProposedSet> = {}): ProposedSet => ({
  name,
  properties: ['from: data/my-book.xlsx', `sheet: ${name}`],
  columns: ['clay', 'price'],
  rows: 2,
  first: [
    ['Raku', '4'],
    ['Bisque', '5'],
  ],
  ...more,
});

function Station() {
  const { take, dialog } = useSetsFromFile();
  return (
    <>
      <FromFile take={take} />
      {dialog}
    </>
  );
}

async function dialog(
  answer: unknown,
  blocks: Partial<BlockNode>[] | Promise<Partial<BlockNode>[]> = [],
  taken: unknown = {},
) {
  const requests = serve({
    [ASK]: answer,
    'GET /api/blocks': blocks,
    'PUT /api/files/data/my-book.xlsx': taken,
    'POST /api/documents': { id: 1, path: 'data/data.elmt', version: 0, text: '' },
  });
  const shown = show(<Station />, '/data');
  await choose('my book.xlsx', 'PK');
  return { requests, shown };
}

const sent = (requests: { method: string; path: string; body?: unknown }[]) =>
  requests.filter(({ method }) => method !== 'GET').map(({ method, path }) => `${method} ${path}`);

it('shows what a file has, and takes it with the sets that are wanted under the names that they get', async () => {
  const proposals = {
    path: 'data/my-book.xlsx',
    parts: 2,
    sets: [set('clays'), set('glazes'), set('notes', { rows: 0, first: [] })],
  };
  const { requests, shown } = await dialog(proposals);
  const clays = await seen('section[aria-label="Data set clays"]');
  expect([...clays.querySelectorAll('tr')].map((row) => row.textContent)).toEqual(['clayprice', 'Raku4', 'Bisque5']);
  expect(clays.textContent).toContain('2 rowssheet: clays');
  expect(all('input[type=checkbox]').map((box) => (box as HTMLInputElement).checked)).toEqual([true, true, false]);
  expect(sent(requests)).toEqual([ASK]);
  await pressOn(only('input', 'Make the data set glazes'));
  await enter(clays.querySelector('input[aria-label=Name]') as HTMLElement, 'our clays');
  await pressOn(only('button', 'Make 1 data set'));
  expect(sent(requests)).toEqual([ASK, 'PUT /api/files/data/my-book.xlsx', 'POST /api/documents']);
  const made = requests.find(({ path }) => path === '/api/documents')?.body as { path: string; text: string };
  expect(made.path).toBe('data/data.elmt');
  expect(made.text).toBe('data our clays\nfrom: data/my-book.xlsx\nsheet: clays\n');
  expect(all('[role=dialog]')).toEqual([]);
  expect(shown.history.at(-1)).toBe('/data?name=our%20clays');
});

it('makes nothing while a name is missing, taken or none at all', async () => {
  const proposals = { path: 'data/my-book.xlsx', parts: 2, sets: [set('clays'), set('glazes')] };
  await dialog(proposals, [{ kind: 'data', name: 'Old ones', path: 'data/data.elmt' }]);
  const name = (await seen('section[aria-label="Data set clays"]')).querySelector('input[aria-label=Name]');
  const objections: (string | null)[] = [];
  for (const wrong of ['Glazes', 'old-ones', ' ', 'a|b']) {
    await enter(name as HTMLElement, wrong);
    objections.push(only('[role=alert]').textContent);
    expect((only('button', 'Make 2 data sets') as HTMLButtonElement).disabled).toBe(true);
  }
  expect(objections).toEqual([
    'There is already a data set “glazes”.',
    'There is already a data set “old-ones”.',
    'Each data set needs a name.',
    '“a|b” is no name: it may not have any of | < > [ ].',
  ]);
  await enter(name as HTMLElement, 'clays');
  expect(all('[role=alert]')).toEqual([]);
});

it('waits until it knows which documents have data sets, before it makes one', async () => {
  let tell: (blocks: Partial<BlockNode>[]) => void = () => {};
  const blocks = new Promise<Partial<BlockNode>[]>((resolve) => {
    tell = resolve;
  });
  await dialog({ path: 'data/my-book.xlsx', parts: 2, sets: [set('clays')] }, blocks);
  const make = (await seen('button', 'Make 1 data set')) as HTMLButtonElement;
  expect(make.disabled).toBe(true);
  expect(only('[role=dialog]').textContent).not.toContain('data/data.elmt');
  await act(async () => tell([{ kind: 'data', group: 'file', name: 'old', path: 'data/own.elmt' }]));
  await until(() => expect(make.disabled).toBe(false));
  expect(only('[role=dialog]').textContent).toMatch(/its data sets go to\s*data\/own.elmt/);
});

it('says how many parts there are, where it shows the first of very many', async () => {
  await dialog({ path: 'data/my-book.xlsx', parts: 60, sets: [set('clays'), set('glazes')] });
  await seen('section[aria-label="Data set clays"]');
  expect(only('[role=dialog]').textContent).toContain('These are the first 2 of 60.');
});

it('says why a part cannot be read, and offers it not', async () => {
  const proposals = {
    path: 'data/my-book.xlsx',
    parts: 2,
    sets: [
      set('twice', { broken: 'A second column has the name “a”.', columns: [], first: [], rows: 0 }),
      set('short', { fault: 'row 3 ends early.' }),
    ],
  };
  await dialog(proposals);
  expect((await seen('section[aria-label="Data set twice"]')).textContent).toContain(
    'A second column has the name “a”.',
  );
  expect((only('input', 'Make the data set twice') as HTMLInputElement).disabled).toBe(true);
  expect(only('section[aria-label="Data set short"]').textContent).toContain('row 3 ends early.');
});

it('says that a file is on its way, and asks no more of one that is not wanted any more', async () => {
  let tell: (found: FileProposals) => void = () => {};
  const found = new Promise<FileProposals>((resolve) => {
    tell = resolve;
  });
  await dialog(found);
  expect((await seen('[role=dialog] [role=status]')).textContent).toBe('Sending and reading it …');
  await pressOn(only('button', 'Close'));
  await act(async () => tell({ path: 'data/my-book.xlsx', parts: 2, sets: [set('clays')] }));
  expect(all('[role=dialog]')).toEqual([]);
});

it('sends a file once, however often one presses', async () => {
  let take: (taken: unknown) => void = () => {};
  const taken = new Promise((resolve) => {
    take = resolve;
  });
  const { requests } = await dialog({ path: 'data/my-book.xlsx', parts: 2, sets: [set('clays')] }, [], taken);
  const make = await seen('button', 'Make 1 data set');
  await until(() => expect((make as HTMLButtonElement).disabled).toBe(false));
  await pressOn(make);
  expect(make.textContent).toBe('Sending …');
  await pressOn(make);
  await act(async () => take({}));
  await until(() => expect(all('[role=dialog]')).toEqual([]));
  expect(sent(requests)).toEqual([ASK, 'PUT /api/files/data/my-book.xlsx', 'POST /api/documents']);
});

it('says why a file gives nothing', async () => {
  await dialog(problem(400, 'data/my-book.xlsx cannot be read: it is empty.'));
  expect((await seen('[role=dialog] [role=alert]')).textContent).toBe('data/my-book.xlsx cannot be read: it is empty.');
  await act(async () => only('button', 'Close').click());
  expect(all('[role=dialog]')).toEqual([]);
});

it('takes rows that are pasted, but for those that go into a field', async () => {
  const { requests } = await dialog({ path: 'data/my-book.xlsx', parts: 2, sets: [set('clays')] });
  await pressOn(await seen('button', 'Close'));
  const paste = async (words: string, target: Element) => {
    const event = new Event('paste', { bubbles: true });
    Object.defineProperty(event, 'clipboardData', { value: { getData: () => words } });
    await act(async () => target.dispatchEvent(event));
  };
  await paste('clay\tprice\nRaku\t4\n', only('input[type=file]'));
  await paste('a sentence', document.body);
  expect(sent(requests)).toEqual([ASK]);
  await paste('clay\tprice\nRaku\t4\n', document.body);
  expect(sent(requests)).toEqual([ASK, 'POST /api/proposals/data/pasted-rows.tsv']);
});
