import { act } from 'react';
import { expect, it } from 'vitest';
import type { BlockNode, DataSetView } from '@/api/types';
import { all, enter, only, press, pressOn, seen, text } from '@/testing/page';
import { type Answers, serve } from '@/testing/server';
import { show } from '@/testing/show';
import { until } from '@/testing/until';
import { DataStation } from './DataStation';

const set = (more: Partial<DataSetView> = {}): DataSetView => ({
  name: 'Firings',
  note: 'What is fired.\nAnd when.',
  path: 'data/firings.elmt',
  line: 1,
  source: 'read from firings.csv',
  parts: [],
  stages: [
    { word: 'from', said: 'firings.csv', rows: 1240 },
    { word: 'where', said: 'shelves > 2', rows: 2 },
  ],
  columns: [
    { name: 'programme', numeric: false },
    { name: 'shelves', numeric: true, unused: true },
  ],
  rows: 2,
  leftOut: 1238,
  shown: [
    { number: 1, cells: ['Raku', '3'] },
    { number: 2, cells: ['Bisque', '4'] },
  ],
  ...more,
});

const block = (name: string, group: string) =>
  ({
    kind: 'data',
    name,
    path: 'data/firings.elmt',
    line: 1,
    note: '',
    group,
    detail: '',
    size: 2,
    errors: 0,
    warnings: 0,
  }) as BlockNode;

const page = (from: number, more = '') => `GET /api/data/Firings?from=${from}&most=200${more}`;

function station(answers: Answers = {}) {
  serve({
    'GET /api/blocks': [block('Firings', 'file'), block('Shelves', 'typed')],
    'GET /api/tree': { suites: [], documents: [] },
    'GET /api/project': { environments: [] },
    'GET /api/removed': [],
    'GET /api/uses?kind=data&name=Firings': [],
    [page(0)]: set(),
    ...answers,
  });
  return show(<DataStation path="" />, '/data?name=Firings');
}

const grid = () => only('[role=grid]', 'Rows of Firings');
const rows = () => all('[role=row]').slice(1);
const cursor = () => document.getElementById(grid().getAttribute('aria-activedescendant') ?? '')?.textContent;

async function copied(): Promise<string> {
  let copied = '';
  await act(async () => {
    const event = new Event('copy', { bubbles: true });
    Object.assign(event, { clipboardData: { setData: (_: string, words: string) => (copied = words) } });
    grid().dispatchEvent(event);
  });
  return copied;
}

it('tells what happens to the rows, with how many there are after each step', async () => {
  station();
  await seen('[role=grid]');
  const steps = all('[aria-label="What happens to the rows"] li').map((each) => each.textContent);
  expect(steps[0]).toContain('readfirings.csv1,240 rows');
  expect(steps[1]).toContain('whereshelves > 22 1,238 left out');
  expect(text()).toContain('no case uses it');
  expect(text()).toContain('What is fired.');
});

it('goes to the first set where none is named', async () => {
  serve({ 'GET /api/blocks': [block('Firings', 'file')], 'GET /api/removed': [], [page(0)]: set() });
  const place = show(<DataStation path="" />, '/data');
  await until(() => expect(place.history?.at(-1)).toBe('/data?name=Firings'));
});

it('shows rows that are left out struck through, in their place', async () => {
  station({
    [page(0, '&leftOut=yes')]: set({
      shown: [
        { number: 1, cells: ['Raku', '3'] },
        { number: 2, cells: ['Glaze', '1'], leftOut: true },
        { number: 3, cells: ['Bisque', '4'] },
      ],
    }),
  });
  await pressOn(await seen('input', /Show the 1,238 left out/));
  await until(() => expect(rows()).toHaveLength(3));
  expect(rows()[1]?.title).toBe('Left out by the condition');
});

it('is gone through by keyboard, and tells where one is', async () => {
  station();
  await seen('[role=grid]');
  await act(async () => grid().focus());
  await press('ArrowDown');
  expect(cursor()).toBe('Raku');
  await press('ArrowDown');
  await press('ArrowRight');
  expect(cursor()).toBe('4');
  await press('ArrowRight');
  expect(cursor()).toBe('4');
  await press('Home');
  await press('PageUp');
  expect(cursor()).toBe('Raku');
  expect(only('aside[aria-label=Lens]').textContent).toContain('column programme');
});

it('is copied as a spreadsheet takes it, and says how much that was', async () => {
  station({ [page(0)]: set({ rows: 7, shown: [{ number: 1, cells: ['two\nlines', 'a "b"'] }] }) });
  await seen('[role=grid]');
  expect(await copied()).toBe('programme\tshelves\n"two\nlines"\t"a ""b"""');
  only('[role=status]', '1 row copied, those that are shown here');
});

it('takes keys and copies once a cell was pressed', async () => {
  station();
  await pressOn(await seen('[role=gridcell]', 'Bisque'));
  expect(document.activeElement).toBe(grid());
  await press('ArrowRight');
  expect(cursor()).toBe('4');
});

it('is filtered among the rows that are here', async () => {
  station();
  await seen('[role=grid]');
  await enter(only('input', 'Filter the rows that are here'), 'bis');
  expect(rows().map((row) => row.textContent)).toEqual(['2Bisque4']);
  expect(text()).toContain('1 of 2 rows that are here');
  expect(await copied()).toBe('programme\tshelves\nBisque\t4');
});

it('fetches further rows as one comes to their end', async () => {
  const many = (from: number, count: number) =>
    Array.from({ length: count }, (_, i) => ({ number: from + i + 1, cells: [`p${from + i + 1}`, '1'] }));
  station({
    [page(0)]: set({ rows: 210, shown: many(0, 200) }),
    [page(200)]: set({ rows: 210, shown: many(200, 10) }),
  });
  await seen('[role=grid]');
  await act(async () => {
    grid().scrollTop = 190 * 28;
    grid().dispatchEvent(new Event('scroll'));
  });
  await seen('[role=gridcell]', 'p210');
});

it('says why a set cannot be read', async () => {
  station({ [page(0)]: set({ broken: 'The file firings.csv is not there.' }) });
  await seen('[role=alert]', /firings.csv is not there/);
  expect(all('[role=grid]')).toEqual([]);
});

it('edits the field of a file behind a cell', async () => {
  const place = station({
    // Nothing goes on to another set, as that of the app would not.
    'GET /api/blocks': [],
    [page(0)]: set({ file: 'data/firings.csv', shown: [{ number: 1, cells: ['Raku', '3'], inFile: 8 }] }),
  });
  await pressOn(await seen('[role=gridcell]', '3'));
  await act(async () => grid().focus());
  await press('Enter');
  expect(place.history?.at(-1)).toContain('data/firings.csv');
  expect(place.history?.at(-1)).toContain('shelves');
});
