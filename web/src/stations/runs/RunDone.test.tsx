import { act } from 'react';
import { expect, it } from 'vitest';
import type { FindingsView, Outcome, RunCasesView, RunCaseView, RunDetailView } from '@/api/types';
import { all, enter, only, press, pressOn, seen, text } from '@/testing/page';
import { problem, serve } from '@/testing/server';
import { show } from '@/testing/show';
import { until } from '@/testing/until';
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
    counts: { passed: cases.filter((of) => of.outcome === 'passed').length, failed: 1 },
    total: cases.length,
  },
  suites: [{ suite: 'Firings', total: cases.length, counts: {} }],
  left:
    state === 'interrupted'
      ? [{ number: 2, name: 'fixture a booking', gave: [{ name: 'booking', value: 'EK-1' }] }]
      : [],
  setUps: [{ name: 'fixture studio open', scope: 'run', kept: false, number: 2, times: 3, savedMillis: 3_000 }],
});

const page = (text: string, outcome: string, from = 0) =>
  `GET /api/runs/9/cases?text=${text}&outcome=${outcome}&from=${from}&limit=200`;
const cases = (all: RunCaseView[], total = all.length, from = 0): RunCasesView => ({ total, from, cases: all });

const mixed = [
  one(1, 'Cool', 'passed'),
  one(2, 'Load', 'failed', 'The text differs.'),
  one(3, 'Glaze', 'passed'),
  one(4, 'Sign in'),
];

const names = () => all('nav a').map((link) => link.querySelector('[title]')?.getAttribute('title'));

const FOUND: FindingsView = {
  grouped: 1,
  notPassed: 1,
  findings: [{ key: 'f1', count: 1, cases: mixed.slice(1, 2), shared: [] }],
};

/** All cases, beside which stand the findings. */
const showAll = async () => pressOn(await seen('[role=tab]', 'All 4 cases'));

it('goes to the first case of the list', async () => {
  const passed = [one(1, 'Cool', 'passed')];
  serve({ [page('', '')]: cases(passed) });
  const place = show(
    <RunDone detail={{ ...detail(passed), run: { ...detail(passed).run, counts: { passed: 1 } } }} number={null} />,
    '/runs/9',
  );
  await until(() => expect(place.history.at(-1)).toBe('/runs/9/1'));
  expect(all('[role=tab]')).toEqual([]);
});

it('shows what was found first, and goes to the case that shows the first cause', async () => {
  serve({ 'GET /api/runs/9/findings': FOUND, [page('', '')]: cases(mixed) });
  const place = show(<RunDone detail={detail(mixed)} number={null} />, '/runs/9');
  await seen('section', 'The text differs');
  await until(() => expect(place.history.at(-1)).toBe('/runs/9/2'));
  expect(all('[role=tab]').map((tab) => tab.textContent)).toEqual(['1 finding', 'All 4 cases']);
  await showAll();
  await until(() => act(async () => expect(names()).toHaveLength(4)));
});

it('lists the cases as the server has them, and fetches what is missing', async () => {
  const requests = serve({ [page('', '')]: cases(mixed, 5), [page('', '', 4)]: cases([one(5, 'Stir')], 5, 4) });
  show(<RunDone detail={detail(mixed)} number={1} />);
  await showAll();
  await seen('a', /Stir/);
  expect(names()).toEqual(['Cool', 'Load', 'Glaze', 'Sign in', 'Stir']);
  expect(requests.filter((each) => each.path.includes('/cases?'))).toHaveLength(2);
});

it('asks the server for what fits the filter', async () => {
  serve({ [page('', '')]: cases(mixed), [page('slow', '')]: cases(mixed.slice(2, 3)), [page('no', '')]: cases([]) });
  show(<RunDone detail={detail(mixed)} number={1} />);
  await showAll();
  await seen('a', /Load/);
  const filter = only('input', 'Filter cases of the run');
  await enter(filter, 'slow');
  await until(() => act(async () => expect(names()).toEqual(['Glaze'])));
  await enter(filter, 'no');
  await until(() => act(async () => expect(text()).toContain('No case fits the filter.')));
  await press('Escape');
  await until(() => act(async () => expect(names()).toHaveLength(4)));
});

it('shows only one outcome where its count is pressed', async () => {
  serve({
    'GET /api/runs/9/findings': FOUND,
    [page('', '')]: cases(mixed),
    [page('', 'failed')]: cases(mixed.slice(1, 2)),
  });
  show(<RunDone detail={detail(mixed)} number={1} />);
  await pressOn(only('button', /1failed$/));
  await until(() => act(async () => expect(names()).toEqual(['Load'])));
  expect(only('button', /1failed$/).getAttribute('aria-pressed')).toBe('true');
  await pressOn(only('[role=tab]', '1 finding'));
  await seen('section', 'The text differs');
  expect(only('button', /1failed$/).getAttribute('aria-pressed')).toBe('false');
});

it('tells what several cases shared, and leads to where it was set up', () => {
  serve({});
  show(<RunDone detail={detail(mixed)} number={1} />);
  expect(text()).toContain('1 set-up shared by several cases, 3.00 s saved');
  expect(only('table a', 'case 2').getAttribute('href')).toBe('/runs/9/2');
});

it('lists what an interrupted run left behind', () => {
  serve({});
  show(<RunDone detail={detail(mixed, 'interrupted')} number={1} />);
  expect(only('ul', 'Not torn down').textContent).toBe('fixture a booking of case 2: booking EK-1');
});

it('runs again only what did not pass', async () => {
  const requests = serve({ 'POST /api/runs': { id: 10 } });
  const place = show(<RunDone detail={detail(mixed)} number={1} />);
  await pressOn(only('button', 'Run 2 cases again'));
  await until(() => expect(place.history.at(-1)).toBe('/runs/10'));
  expect(requests.find((each) => each.method === 'POST')?.body).toEqual({
    title: 'what did not pass in run 9',
    again: 9,
    notPassed: true,
  });
});

it('runs all again where all passed, and says why it cannot', async () => {
  serve({ 'POST /api/runs': problem(409, 'Run 10 is still going.'), [page('', '')]: cases([]) });
  show(<RunDone detail={detail([one(1, 'Cool', 'passed'), one(2, 'Load', 'passed')])} number={1} />);
  await pressOn(only('button', 'Run 2 cases again'));
  expect((await seen('header [role=alert]')).textContent).toBe('Run 10 is still going.');
});

it.each([
  ['interrupted', 'This run was interrupted'],
  ['stopped', 'This run was stopped'],
])('says that it was %s', (state, words) => {
  serve({});
  show(<RunDone detail={detail(mixed, state)} number={null} />);
  expect(only('[role=status]').textContent).toContain(words);
});
