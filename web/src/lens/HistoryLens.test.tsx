import { afterEach, expect, it } from 'vitest';
import type { HistoryEntry } from '@/api/types';
import { opened } from '@/testing/opened';
import { all, only, pressOn, seen } from '@/testing/page';
import { problem, serve } from '@/testing/server';
import { clear, show } from '@/testing/show';
import { until } from '@/testing/until';
import { HistoryLens } from './HistoryLens';

const HISTORY = 'GET /api/documents/1/history';
const NOW = 'case a\nsteps\n| log | new |\n';
const OLD = 'case a\nsteps\n| log | old |\n';

const entry = (to: number, author: string, ...what: string[]): HistoryEntry => ({
  from: to,
  to,
  author,
  began: '2026-11-02T08:00:00Z',
  ended: '2026-11-02T08:05:00Z',
  what,
});

afterEach(clear);

function lens(answers: Record<string, unknown>) {
  const requests = serve(answers);
  show(<HistoryLens document={opened(NOW)} />);
  return requests;
}

const entries = () => all('ol li').map((item) => item.querySelector('b')?.textContent);

it('says who changed what, and shows older ones on wish', async () => {
  lens({
    [HISTORY]: { entries: [entry(7, 'Juno', 'case a'), entry(4, 'local')], more: true },
    [`${HISTORY}?before=4`]: { entries: [entry(1, 'folder', 'case a', 'keyword k')], more: false },
  });
  await seen('button', 'Show older ones');
  expect(entries()).toEqual(['Juno', 'Somebody here']);
  await pressOn(only('button', 'Show older ones'));
  await until(() => expect(entries()).toEqual(['Juno', 'Somebody here', 'folder']));
  expect(all('ol p').map((what) => what.textContent)).toEqual(['case a', 'the whole text', 'case a, keyword k']);
  expect(all('button', 'Show older ones')).toEqual([]);
});

it('says why it could not be read', async () => {
  lens({ [HISTORY]: problem(410, 'The document was removed.') });
  expect((await seen('[role=alert]')).textContent).toBe('The history could not be read: The document was removed.');
});

it('reads an old state beside what is there now, and takes it back', async () => {
  const requests = lens({
    [HISTORY]: { entries: [entry(7, 'Juno', 'case a')], more: false },
    'GET /api/documents/1/texts/7': { id: 1, path: 'a.elmt', version: 7, text: OLD },
    'POST /api/documents/1/take-back': { id: 1, path: 'a.elmt', version: 8, text: OLD },
    'GET /api/documents/1/updates?since=0': { version: 0, updates: [] },
  });
  await pressOn(await seen('button', 'Read'));
  await until(() => expect(all('tr[data-change]:not([data-change=same])')).toHaveLength(2));
  await pressOn(only('[role=radio], button', 'All of it'));
  const marked = all('pre div').filter((line) => line.className !== '');
  expect(marked.map((line) => line.textContent)).toEqual(['| log | old |']);
  await pressOn(only('button', 'Take this state back'));
  await until(() => expect(all('[role=dialog]')).toEqual([]));
  const taken = requests.find(({ path }) => path.endsWith('/take-back'));
  expect(taken?.body).toMatchObject({ version: 7 });
});

it('says why a state could not be taken back, and stays', async () => {
  lens({
    [HISTORY]: { entries: [entry(7, 'Juno', 'case a')], more: false },
    'GET /api/documents/1/texts/7': { id: 1, path: 'a.elmt', version: 7, text: OLD },
    'POST /api/documents/1/take-back': problem(507, 'The disk is full.'),
  });
  await pressOn(await seen('button', 'Read'));
  await until(() => expect(only('button', 'Take this state back').matches(':disabled')).toBe(false));
  await pressOn(only('button', 'Take this state back'));
  expect((await seen('[role=alert]')).textContent).toBe('The disk is full.');
  expect(all('[role=dialog]')).toHaveLength(1);
});

it('has nothing to take back where the old state is what is there', async () => {
  lens({
    [HISTORY]: { entries: [entry(7, 'Juno', 'case a')], more: false },
    'GET /api/documents/1/texts/7': { id: 1, path: 'a.elmt', version: 7, text: NOW },
  });
  await pressOn(await seen('button', 'Read'));
  await until(() => expect(only('[role=dialog]').textContent).toContain('Both say the same.'));
  expect(only('button', 'Take this state back').matches(':disabled')).toBe(true);
});
