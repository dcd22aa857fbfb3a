import 'fake-indexeddb/auto';
import { expect, it } from 'vitest';
import { opened } from '@/testing/opened';
import { all, choose, only, pressOn, seen, text } from '@/testing/page';
import { serve } from '@/testing/server';
import { show } from '@/testing/show';
import { FileSheet } from './FileStation';

const PATH = 'data/a.csv';
const TEXT = 'programme,shelves\nBisque,1\nGlaze,2\n';

const LOADS = { kind: 'data', name: 'loads', path: 'd.elmt', line: 1, group: 'file', detail: PATH };
const OTHERS = { kind: 'data', name: 'others', path: 'd.elmt', line: 9, group: 'file', detail: 'b.csv' };

async function station(blocks: unknown[] = [LOADS, OTHERS]) {
  const requests = serve({ 'GET /api/blocks': blocks, 'POST /api/documents': {} });
  const place = show(<FileSheet document={opened(TEXT, PATH)} contents={null} />, `/data/${PATH}`);
  await seen('[role=grid]');
  return { requests, place };
}

const cells = (row: number) => all(`[data-row="${row}"]`).map((cell) => cell.textContent);

it('shows the rows, and who reads the file', async () => {
  await station();
  expect(cells(0)).toEqual(['programme', 'shelves']);
  expect(cells(2)).toEqual(['Glaze', '2']);
  expect(only('[data-cursor=true]').textContent).toBe('Bisque');
  expect(text()).toContain('2 rows, edited in place');
  expect((await seen('section[aria-label="Data sets that read it"] a')).textContent).toBe('loads');
});

it('shows what another file changes before it takes its place', async () => {
  await station();
  await choose('new.csv', 'programme,shelves\r\nBisque,1\r\nGlaze,4\r\nRaku,3\r\n');
  const dialog = await seen('[role=dialog]');
  const changed = [...dialog.querySelectorAll('tr[data-change]:not([data-change=same])')];
  expect(changed.map((row) => row.textContent?.replace(/^.*: [−+]/, ''))).toEqual(['Glaze2', 'Glaze4', 'Raku3']);
  expect(dialog.textContent).toContain('2 rows added, 1 row removed');
  expect(cells(2)).toEqual(['Glaze', '2']);
  await pressOn(only('button', 'Take these rows'));
  expect([cells(2), cells(3)]).toEqual([
    ['Glaze', '4'],
    ['Raku', '3'],
  ]);
  expect(all('[role=dialog]')).toEqual([]);
});

it('says what is wrong with a file in another encoding', async () => {
  await station();
  await choose('western.csv', new Uint8Array([0x61, 0x0a, 0xe9, 0x0a]));
  expect((await seen('[role=alert]')).textContent).toBe('“western.csv” is not UTF-8; save it as UTF-8 first.');
  expect(all('[role=dialog]')).toEqual([]);
});

it('makes a data set of a file that none reads', async () => {
  const { requests, place } = await station([]);
  await pressOn(await seen('button', 'Make one of it'));
  await pressOn(only('button', 'Make the data set'));
  expect(requests.find(({ method }) => method === 'POST')?.body).toMatchObject({
    path: 'data/data.elmt',
    text: `data a\nfrom: ${PATH}\n`,
  });
  expect(place.history.at(-1)).toBe('/data?name=a');
});
