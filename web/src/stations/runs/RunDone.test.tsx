import { expect, it, vi } from 'vitest';
import type { Outcome, RunCaseView, RunDetailView } from '@/api/types';
import { all, enter, only, press, pressOn, seen, text } from '@/testing/page';
import { problem, serve } from '@/testing/server';
import { show } from '@/testing/show';
import { RunDone } from './RunDone';

const one = (number: number, name: string, outcome?: Outcome, message?: string): RunCaseView => ({
  number,
  identity: `id-${number}`,
  name,
  suite: 'Firings',
  document: 'a.elmt',
  line: 3,
  row: 0,
  values: {},
  tags: number === 3 ? ['slow'] : [],
  outcome,
  millis: 1_500,
  failure: message === undefined ? undefined : ({ message } as RunCaseView['failure']),
});

const detail = (cases: RunCaseView[], state = 'finished'): RunDetailView => ({
  run: {
    id: 9,
    title: 'everything',
    environment: '',
    browser: 'chrome',
    workers: 1,
    seed: 4,
    started: '2026-03-02T10:00:00Z',
    finished: '2026-03-02T10:00:30Z',
    state,
    counts: { passed: cases.filter((of) => of.outcome === 'passed').length },
    total: cases.length,
  },
  cases,
});

const mixed = [
  one(1, 'Cool', 'passed'),
  one(2, 'Load', 'failed', 'The text differs.'),
  one(3, 'Glaze', 'passed'),
  one(4, 'Sign in'),
];

const names = () => all('nav a').map((link) => link.querySelector('[title]')?.getAttribute('title'));

it('goes to the first case that did not pass', () => {
  serve({});
  const place = show(<RunDone detail={detail(mixed)} number={null} />, '/runs/9');
  expect(place.history.at(-1)).toBe('/runs/9/2');
});

it('lists what failed first and what passed last', () => {
  serve({});
  show(<RunDone detail={detail(mixed)} number={null} />);
  expect(names()).toEqual(['Load', 'Sign in', 'Cool', 'Glaze']);
});

it('filters by name, outcome and tag', async () => {
  serve({});
  show(<RunDone detail={detail(mixed)} number={null} />);
  const filter = only('input', 'Filter cases of the run');
  await enter(filter, 'slow');
  expect(names()).toEqual(['Glaze']);
  await enter(filter, 'not run');
  expect(names()).toEqual(['Sign in']);
  await enter(filter, 'not run!');
  expect(text()).toContain('No case fits the filter.');
  await press('Escape');
  expect(names()).toHaveLength(4);
});

it('runs again only what did not pass, by identity', async () => {
  const requests = serve({ 'POST /api/runs': { id: 10 } });
  const place = show(<RunDone detail={detail(mixed)} number={null} />);
  await pressOn(only('button', 'Run 2 cases again'));
  await vi.waitFor(() => expect(place.history.at(-1)).toBe('/runs/10'));
  expect(requests.find((each) => each.method === 'POST')?.body).toEqual({
    title: 'what did not pass in run 9',
    identities: ['id-2', 'id-4'],
  });
});

it('runs all again where all passed, and says why it cannot', async () => {
  serve({ 'POST /api/runs': problem(409, 'Run 10 is still going.') });
  show(<RunDone detail={detail([one(1, 'Cool', 'passed'), one(2, 'Load', 'passed')])} number={null} />);
  await pressOn(only('button', 'Run 2 cases again'));
  expect((await seen('[role=alert]')).textContent).toBe('Run 10 is still going.');
});

it.each([
  ['interrupted', 'This run was interrupted'],
  ['stopped', 'This run was stopped'],
])('says that it was %s', (state, words) => {
  serve({});
  show(<RunDone detail={detail(mixed, state)} number={null} />);
  expect(only('[role=status]').textContent).toContain(words);
});
