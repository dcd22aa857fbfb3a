import { act } from 'react';
import { afterEach, expect, it } from 'vitest';
import type { ComparedView, ComparisonView, Outcome } from '@/api/types';
import { all, only, seen, text } from '@/testing/page';
import { problem, serve } from '@/testing/server';
import { clear, show } from '@/testing/show';
import { until } from '@/testing/until';
import { SinceRun } from './SinceRun';

afterEach(clear);

const none: ComparedView = { count: 0, cases: [] };
const compared = (outcome: Outcome, ...numbers: number[]) =>
  ({
    count: numbers.length,
    cases: numbers.map((number) => ({ number, name: `Case ${number}`, suite: 'Firings', outcome, millis: 2_000 })),
  }) as unknown as ComparedView;

const since = (answer: unknown) => {
  const requests = serve({ 'GET /api/runs/9/comparison': answer });
  show(<SinceRun run={9} />, '/runs/9');
  return requests;
};

const NOTHING: ComparisonView = { with: 7, broken: none, fixed: none, slower: none, added: 0, gone: 0 };

it('tells what no longer passed, passed again and took longer, with its cases', async () => {
  since({
    ...NOTHING,
    broken: { ...compared('failed', 1, 2), count: 1_200 },
    fixed: compared('passed', 3),
    slower: compared('passed', 4),
    gone: 2,
  });
  expect((await seen('summary')).textContent).toBe(
    'Since run 7: 1,200 no longer passed, 1 passed again, 1 slower, 2 not in it',
  );
  expect(all('section').map((section) => section.getAttribute('aria-label'))).toEqual([
    'No longer passed',
    'Passed again',
    'Slower',
  ]);
  expect(only('section', 'No longer passed').textContent).toContain('and 1,198 more');
  expect(only('section', 'Slower').textContent).toContain('2.00 s');
  expect(only('a', /Case 3$/).getAttribute('href')).toBe('/runs/9/3');
  expect(only('a', 'Open run 7').getAttribute('href')).toBe('/runs/7');
});

it('says in one line that nothing changed, or only what the runs had', async () => {
  since(NOTHING);
  expect((await seen('p')).textContent).toBe('Since run 7: nothing changed Open run 7');
  clear();
  since({ ...NOTHING, added: 3 });
  expect((await seen('p')).textContent).toBe('Since run 7: 3 new Open run 7');
});

it('is silent where no earlier run had the cases', async () => {
  const requests = since({ ...NOTHING, with: undefined });
  await until(() => act(async () => expect(requests).toHaveLength(1)));
  await act(async () => {});
  expect(text()).toBe('');
});

it('offers to ask again where it was not told', async () => {
  since(problem(500, 'The database cannot be read.'));
  await seen('button', 'Try again');
  expect(text()).toContain('What changed since the run before could not be read: The database cannot be read.');
});
