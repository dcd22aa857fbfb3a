import 'fake-indexeddb/auto';
import { beforeEach, expect, it, vi } from 'vitest';
import type { OpenDocument } from '@/document/openDocument';
import { opened } from '@/testing/opened';
import { all, enter, only, press } from '@/testing/page';
import { show } from '@/testing/show';
import { Overview } from './Overview';
import { OVERVIEW_COLUMNS, overviewOf, pasted, writeOverview } from './overviewCells';

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
  writeOverview(document_, pasted('slow\nslow\nslow\n', 0, tags));
  expect(column('tags')).toEqual(['slow', 'slow', 'slow']);
  writeOverview(document_, [
    { line: 0, column: tags, text: '' },
    { line: 1, column: 0, text: 'second' },
    { line: 2, column: 0, text: '  ' },
  ]);
  expect(column('tags')).toEqual(['', 'slow', 'slow']);
  expect(column('name')).toEqual(['one', 'second', 'three']);
  expect(text()).toContain('case one\n> A note.\nsteps\n| log | a |\n');
});

it('is filled down and emptied by keys, and undone', async () => {
  show(<Overview document={document_} outcomes={new Map()} />);
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
  await press('z', { ctrlKey: true });
  expect(column('run')).toEqual(['no', 'no', 'no']);
});

it('shows only what fits the filter, and writes to that', async () => {
  show(<Overview document={document_} outcomes={new Map()} />);
  await enter(only('input', 'Filter the cases'), 'three');
  expect(all('[role=row]')).toHaveLength(2);
  only('[role=grid]').focus();
  await press('F2');
  await enter(only('input', 'name of three'), 'third');
  await press('Enter');
  expect(column('name')).toEqual(['one', 'two', 'third']);
});

it('switches cases off and on by a key, whatever column one is in', async () => {
  show(<Overview document={document_} outcomes={new Map()} />);
  only('[role=grid]').focus();
  await press('ArrowDown', { shiftKey: true });
  await press('ArrowDown', { shiftKey: true });
  await press('F8');
  expect(column('run')).toEqual(['no', 'no', 'no']);
  await press('F8');
  expect(column('run')).toEqual(['', '', '']);
});
