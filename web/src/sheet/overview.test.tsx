import 'fake-indexeddb/auto';
import { beforeEach, expect, it, vi } from 'vitest';
import type { OpenDocument } from '@/document/openDocument';
import { opened } from '@/testing/opened';
import { all, enter, only, press, pressOn } from '@/testing/page';
import { show } from '@/testing/show';
import { Overview } from './Overview';
import { OVERVIEW_COLUMNS, type OverviewCase, overviewOf, pasted, writeOverview } from './overviewCells';

const TEXT = `suite S

case one
> A note.
tags: smoke
steps
| log | a |

case two
data: rows
steps
| log | b |

case three
run: no
steps
| log | c |
`;

let document_: OpenDocument;

const NEVER = () => undefined;

beforeEach(() => {
  vi.stubGlobal('fetch', () => new Promise(() => {}));
  document_ = opened(TEXT);
});

const column = (word: (typeof OVERVIEW_COLUMNS)[number]) =>
  overviewOf(document_).map((one) => one.cells[OVERVIEW_COLUMNS.indexOf(word)]);
const text = () => document_.state.doc.toString();

it('has a line for each case, with what is said of it', () => {
  expect(overviewOf(document_).map((one) => one.line)).toEqual([3, 9, 14]);
  expect(column('name')).toEqual(['one', 'two', 'three']);
  expect(column('tags')).toEqual(['smoke', '', '']);
  expect(column('run')).toEqual(['', '', 'no']);
});

it('writes, changes and takes away, and leaves the rest as it was', () => {
  const tags = OVERVIEW_COLUMNS.indexOf('tags');
  writeOverview(overviewOf(document_), pasted('slow\nslow\nslow\n', 0, tags));
  expect(column('tags')).toEqual(['slow', 'slow', 'slow']);
  writeOverview(overviewOf(document_), [
    { line: 0, column: tags, text: '' },
    { line: 1, column: 0, text: 'second' },
    { line: 2, column: 0, text: '  ' },
  ]);
  expect(column('tags')).toEqual(['', 'slow', 'slow']);
  expect(column('name')).toEqual(['one', 'second', 'three']);
  expect(text()).toContain('case one\n> A note.\nsteps\n| log | a |\n');
});

it('is filled down and emptied by keys, and undone', async () => {
  show(<Overview documents={[document_]} runsOf={NEVER} />);
  only('[role=grid]').focus();
  const run = OVERVIEW_COLUMNS.indexOf('run');
  for (let i = 0; i < run; i++) await press('ArrowRight');
  await press('n');
  await enter(only('input', 'run of one'), 'no');
  await press('Enter');
  expect(column('run')).toEqual(['no', '', 'no']);
  await press('ArrowUp');
  await press('ArrowDown', { shiftKey: true });
  await press('d', { ctrlKey: true });
  expect(column('run')).toEqual(['no', 'no', 'no']);
  await press('Delete');
  expect(column('run')).toEqual(['', '', 'no']);
  await press('z', { ctrlKey: true });
  expect(column('run')).toEqual(['no', 'no', 'no']);
  await press('z', { ctrlKey: true });
  expect(column('run')).toEqual(['no', '', 'no']);
  await press('y', { ctrlKey: true });
  expect(column('run')).toEqual(['no', 'no', 'no']);
});

it('shows only what fits the filter, and writes to that', async () => {
  show(<Overview documents={[document_]} runsOf={NEVER} />);
  await enter(only('input', 'Filter the cases'), 'three');
  expect(all('[role=row]')).toHaveLength(2);
  only('[role=grid]').focus();
  await press('F2');
  await enter(only('input', 'name of three'), 'third');
  await press('Enter');
  expect(column('name')).toEqual(['one', 'two', 'third']);
});

it('switches cases off and on by a key, whatever column one is in', async () => {
  show(<Overview documents={[document_]} runsOf={NEVER} />);
  only('[role=grid]').focus();
  await press('ArrowDown', { shiftKey: true });
  await press('ArrowDown', { shiftKey: true });
  await press('F8');
  expect(column('run')).toEqual(['no', 'no', 'no']);
  await press('F8');
  expect(column('run')).toEqual(['', '', '']);
});

it('has the cases of several suites, and takes what was done to them back at once', async () => {
  const other = opened(TEXT.replace(/case (\w+)/g, 'case $1 more'), 'other.elmt');
  const runs = (one: OverviewCase) => ({ executableCount: 2, millis: one.suite === '' ? 0 : 1_500 });
  show(<Overview documents={[document_, other]} suites runsOf={runs} />);
  expect(all('[role=row]').length).toBe(7);
  expect(rowText(4)).toContain('one more');
  expect(rowText(4)).toContain('1.50 s');
  only('[role=grid]').focus();
  for (let i = 0; i < 5; i++) await press('ArrowDown', { shiftKey: true });
  await press('F8');
  const both = () => [document_, other].map((each) => each.state.doc.toString().match(/^run: no$/gm)?.length);
  expect(both()).toEqual([3, 3]);
  await press('z', { ctrlKey: true });
  expect(both()).toEqual([1, 1]);
  // A press anywhere on a line goes to it.
  await pressOn(all('[role=gridcell]', 'S')[5] as HTMLElement);
  await press('F8');
  expect(both()).toEqual([1, undefined]);
  await enter(only('input', 'Filter the cases'), 'two more');
  expect(all('[role=row]').length).toBe(2);
});

const rowText = (row: number) => all('[role=row]')[row]?.textContent;
