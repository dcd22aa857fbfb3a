import 'fake-indexeddb/auto';
import { expect, it } from 'vitest';
import type { RowLensView } from '@/api/types';
import { opened } from '@/testing/opened';
import { all, only, pressOn, seen, text } from '@/testing/page';
import { serve } from '@/testing/server';
import { show } from '@/testing/show';
import { SheetTable } from './SheetTable';
import { SheetSession } from './session';

const TEXT = `case <shelves> of <programme>
data
| shelves | programme |
| 2       | Raku      |
| 3       | Bisque    |
steps
| log | <shelves> of <programme> |               |
| log | <reply>                  | ? shelves > 2 |
`;

const row = (number: number, values: string[], condition: boolean): RowLensView => ({
  row: number,
  count: 2,
  name: values.join(' of '),
  columns: ['shelves', 'programme'],
  values,
  steps: [
    { line: 7, values: { 1: values.join(' of ') } },
    { line: 8, values: {}, condition },
  ],
});

const asked = (number: number) => `GET /api/row?path=a.elmt&line=1&row=${number}`;

function sheet() {
  serve({
    'GET /api/project': { environments: ['local'] },
    [asked(1)]: row(1, ['2', 'Raku'], false),
    [asked(2)]: row(2, ['3', 'Bisque'], true),
  });
  const session = new SheetSession(opened(TEXT));
  show(<SheetTable session={session} keywords={new Map()} outcomes={new Map()} others={[]} line={null} />);
  return session;
}

const steps = () => all('[role=row]').filter((each) => each.textContent?.includes('log'));

it('puts the values of a row where their names are, and dims what is skipped', async () => {
  sheet();
  await pressOn(only('button', 'Read by row'));
  await seen('b', 'row 1 of 2');
  expect(steps()[0]?.textContent).toContain('2 of Raku');
  expect(steps()[1]?.textContent).toContain('is no, skipped');
  // What only a run knows stays as it is written.
  expect(steps()[1]?.querySelector('.ref')?.textContent).toBe('reply');
});

it('goes to the next row and back to all of them', async () => {
  const session = sheet();
  await pressOn(only('button', 'Read by row'));
  await seen('b', 'row 1 of 2');
  expect((only('button', 'The row before') as HTMLButtonElement).disabled).toBe(true);
  await pressOn(only('button', 'The next row'));
  await seen('b', 'row 2 of 2');
  expect(steps()[0]?.textContent).toContain('3 of Bisque');
  expect(steps()[1]?.textContent).toContain('is yes');
  await pressOn(only('button', /Show all rows/));
  expect(session.rowLens.get()).toBeNull();
  expect(text()).not.toContain('3 of Bisque');
});
