import 'fake-indexeddb/auto';
import { act } from 'react';
import { beforeEach, expect, it, vi } from 'vitest';
import type { OpenDocument } from '@/document/openDocument';
import { replaceText } from '@/document/replaceText';
import { opened } from '@/testing/opened';
import { all, enter, only, press, pressOn } from '@/testing/page';
import { show } from '@/testing/show';
import { until } from '@/testing/until';
import { FileGrid } from './FileGrid';
import { FileSession } from './fileSession';

const TEXT = 'programme,shelves\nBisque,1\nGlaze,2\nRaku,3\n';

let document_: OpenDocument;
let session: FileSession;

beforeEach(() => {
  vi.stubGlobal('fetch', () => new Promise(() => {}));
  document_ = opened(TEXT, 'data/a.csv');
  session = new FileSession(document_);
  show(<FileGrid session={session} />);
});

const text = () => document_.state.doc.toString();
const field = () => only('textarea') as HTMLTextAreaElement;
const cell = (row: number, column: number) => only(`[data-row="${row}"][data-column="${column}"]`);

/** Types over what is under the cursor. */
const type = (value: string) => enter(field(), value);

it('takes what is typed, and goes on by its key', async () => {
  await type('Bisque, slow');
  await press('Tab');
  await type('4');
  await press('Enter');
  expect(text()).toBe('programme,shelves\n"Bisque, slow",4\nGlaze,2\nRaku,3\n');
  expect(session.cursor.get()).toMatchObject({ row: 2, column: 1 });
  await type('dropped');
  await press('Escape');
  expect(text()).toContain('Glaze,2');
});

it('commits with a click anywhere else', async () => {
  await type('Bisque, slow');
  await pressOn(cell(3, 1));
  expect(text()).toContain('"Bisque, slow",1');
  expect(session.cursor.get()).toMatchObject({ row: 3, column: 1 });
});

it('finds fields, and puts another text in all of them as one step of undo', async () => {
  await press('f', { ctrlKey: true });
  await enter(only('input', 'Find'), 'A');
  const status = () => only('[role=search] [role=status]').textContent;
  expect([status(), all('[data-found=true]').length]).toEqual(['2 of 3', 3]);
  await press('Enter');
  await press('Enter');
  expect([status(), session.cursor.get().row]).toEqual(['1 of 3', 0]);
  await enter(only('input', 'Replace with'), 'o,');
  await pressOn(only('button', 'Replace in 3 cells'));
  expect(text()).toBe('"progro,mme",shelves\nBisque,1\n"Glo,ze",2\n"Ro,ku",3\n');
  await press('Escape');
  await press('z', { ctrlKey: true });
  expect(text()).toBe(TEXT);
});

it('names columns in the first row, and puts new ones in and out', async () => {
  await press('ArrowUp');
  await type('kind');
  await press('Enter');
  expect(text().split('\n')[0]).toBe('kind,shelves');
  act(() => session.insertColumn(1));
  await until(() => expect(field().dataset.editing).toBe('in'));
  await enter(field(), 'peak');
  await press('Enter');
  expect(text().split('\n').slice(0, 2)).toEqual(['kind,peak,shelves', 'Bisque,,1']);
  act(() => session.removeColumn(0));
  expect(text().split('\n').slice(0, 2)).toEqual(['peak,shelves', ',1']);
});

it('puts rows in, moves them and takes them out, and undoes each', async () => {
  await press('Enter', { ctrlKey: true });
  expect(text()).toBe('programme,shelves\nBisque,1\n,\nGlaze,2\nRaku,3\n');
  await press('Delete', { ctrlKey: true });
  expect(text()).toBe(TEXT);
  await press('ArrowUp', { altKey: true });
  expect(text()).toBe('programme,shelves\nGlaze,2\nBisque,1\nRaku,3\n');
  await press('z', { ctrlKey: true });
  await press('z', { ctrlKey: true });
  await press('z', { ctrlKey: true });
  expect(text()).toBe(TEXT);
  await press('z', { ctrlKey: true, shiftKey: true });
  expect(text()).toContain('Bisque,1\n,\n');
});

it('fills a range down, empties it, and adds what is typed behind the last row', async () => {
  await press('ArrowRight');
  await press('ArrowDown', { shiftKey: true });
  await press('ArrowDown', { shiftKey: true });
  await press('d', { ctrlKey: true });
  expect(text()).toBe('programme,shelves\nBisque,1\nGlaze,1\nRaku,1\n');
  await press('Delete');
  expect(text()).toBe('programme,shelves\nBisque,\nGlaze,\nRaku,\n');
  await press('End', { ctrlKey: true });
  await press('ArrowDown');
  await type('5');
  await press('Enter');
  expect(text()).toBe('programme,shelves\nBisque,\nGlaze,\nRaku,\n,5\n');
});

it('copies a range for a spreadsheet and takes one in, wider and longer than the file', () => {
  act(() => session.goTo(1, 0));
  act(() => session.goTo(2, 1, true));
  expect(session.selected()).toEqual([
    ['Bisque', '1'],
    ['Glaze', '2'],
  ]);
  act(() => session.goTo(3, 1));
  act(() =>
    session.paste([
      ['7', 'x'],
      ['8', 'y'],
    ]),
  );
  expect(text()).toBe('programme,shelves\nBisque,1\nGlaze,2\nRaku,7,x\n,8,y\n');
  act(() => session.goTo(1, 0));
  act(() => session.goTo(2, 0, true));
  act(() => session.paste([['one']]));
  expect(text()).toContain('\none,1\none,2\n');
});

it('marks a row that has too few or too many fields', () => {
  expect(all('[role=row][title]')).toEqual([]);
  act(() => session.put({ row: 1, column: 2 }, [['more']]));
  expect(all('[role=row][title]').map((row) => row.title)).toContain('There are only 2 columns.');
});

it('takes another text in by its lines, as one step of undo', () => {
  act(() => document_.edit((state) => replaceText(state, 'programme,shelves\nBisque,1\nGlaze,4\nRaku,3\nSmoke,1')));
  expect(text()).toBe('programme,shelves\nBisque,1\nGlaze,4\nRaku,3\nSmoke,1');
  act(() => document_.undo());
  expect(text()).toBe(TEXT);
  expect(replaceText(document_.state, TEXT)).toBeNull();
});
