import { afterEach, expect, it } from 'vitest';
import type { FindingsView, FindingView, Outcome, RunCaseView } from '@/api/types';
import { all, only, pressOn, seen, text } from '@/testing/page';
import { problem, serve } from '@/testing/server';
import { clear, show } from '@/testing/show';
import { until } from '@/testing/until';
import { FindingList } from './FindingList';

afterEach(clear);

const ASKED = 'GET /api/runs/9/findings';

const one = (number: number, outcome: Outcome = 'failed'): RunCaseView =>
  ({
    number,
    name: `Case ${number}`,
    suite: 'Firings',
    outcome,
    failure: { message: `Cause ${number}.`, wanted: 'Booked', found: '' },
  }) as RunCaseView;

const finding = (key: string, numbers: number[], more: Partial<FindingView> = {}): FindingView => ({
  key,
  count: numbers.length,
  cases: numbers.map((number) => one(number)),
  shared: [],
  ...more,
});

const found = (...findings: FindingView[]): FindingsView => ({ grouped: 9, notPassed: 9, findings });

const list = (answer: unknown, open: number | null = 1, more = {}) => {
  const requests = serve({ [ASKED]: answer, ...more });
  const place = show(<FindingList run={9} open={open} />, '/runs/9');
  return { requests, place };
};

it('tells of each cause what was wanted and found, its cases and what they share', async () => {
  const shared = [{ name: 'programme', value: 'Glaze', notPassed: 5, all: 83 }];
  list(found(finding('f1', [1, 2, 3, 4, 5], { shared }), finding('f2', [6])));
  const first = await seen('section', 'Cause 1');
  expect(first.querySelector('h2')?.textContent).toBe('failedCause 15 cases');
  expect(first.querySelector('dl')?.textContent).toBe('wantedBookedfoundnothing');
  expect([...first.querySelectorAll('li')].map((line) => line.textContent)).toEqual(
    ['Case 1', 'Case 2', 'Case 3'].map((name) => `failed${name}`),
  );
  expect(only('table[aria-label="What these cases share"]').textContent).toBe('programmeGlaze5 of 83');
  expect(only('a', /Case 1$/).getAttribute('aria-current')).toBe('page');
  expect(only('a', /Case 6$/).getAttribute('href')).toBe('/runs/9/6');
  await pressOn(only('button', 'and 2 more'));
  expect(first.querySelectorAll('li')).toHaveLength(5);
});

it('keeps what is decided, and takes it back', async () => {
  const decided = { verdict: 'test', author: 'Wren', at: '2026-03-02T10:00:00Z', run: 7 };
  const { requests } = list(found(finding('f1', [1]), finding('f2', [2], { decided })), 1, {
    'PUT /api/runs/9/findings/f1/verdict': {},
    'PUT /api/runs/9/findings/f2/verdict': {},
  });
  await seen('section', 'Cause 2');
  expect(only('section', 'Cause 2').textContent).toContain('Wren, in run 7');
  expect(only('section', 'Cause 1').textContent).toContain('Not decided');
  const sent = () => requests.filter(({ method }) => method === 'PUT').map(({ path, body }) => [path, body]);
  await pressOn(all('[role=radio]', 'product')[0] as HTMLElement);
  await pressOn(only('button', 'Take back'));
  expect(sent()).toEqual([
    ['/api/runs/9/findings/f1/verdict', { verdict: 'product', author: '' }],
    ['/api/runs/9/findings/f2/verdict', { verdict: '', author: '' }],
  ]);
  await until(() => expect(requests.filter(({ method }) => method === 'GET').length).toBeGreaterThan(1));
});

it('says why a verdict was not kept', async () => {
  list(found(finding('f1', [1])), 1, { 'PUT /api/runs/9/findings/f1/verdict': problem(507, 'The disk is full.') });
  await pressOn(await seen('[role=radio]', 'data'));
  expect((await seen('[role=alert]')).textContent).toContain('The disk is full.');
});

it('goes to the first case where none is open, and draws very many causes by and by', async () => {
  const many = Array.from({ length: 70 }, (_, at) => finding(`f${at}`, [at + 1]));
  const { place } = list({ ...found(...many), notPassed: 12_000 }, null);
  await until(() => expect(place.history.at(-1)).toBe('/runs/9/1'));
  expect(text()).toContain('These are the first 9 of 12,000 cases that did not pass.');
  expect(all('section')).toHaveLength(50);
  await pressOn(only('button', '20 more findings'));
  expect(all('section')).toHaveLength(70);
});
