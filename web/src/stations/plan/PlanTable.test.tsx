import { expect, it, vi } from 'vitest';
import type { CasePlanView, PlanView } from '@/api/types';
import { all, only, pressOn, text } from '@/testing/page';
import { show } from '@/testing/show';
import { PlanTable } from './PlanTable';

const executable = (name: string, row: number) => ({
  identity: name,
  name,
  row,
  values: {},
  environment: 'local',
  browser: 'desktop',
});

const one = (name: string, more: Partial<CasePlanView>): CasePlanView => ({
  index: more.line ?? 0,
  suite: 'Firings',
  path: 'suites/firings.elmt',
  name,
  nameParts: [{ text: name }],
  line: 3,
  count: 0,
  tags: [],
  executables: [],
  ...more,
});

const plan: PlanView = {
  count: 3,
  all: 3,
  environment: '',
  browser: '',
  schedule: { millis: 0, workers: [] },
  warnings: [],
  cases: [
    one('Load <n>', { line: 5, count: 2, executables: [executable('Load 1', 1), executable('Load 2', 2)] }),
    one('Cool down', { line: 20, count: 1, executables: [executable('Cool down', 0)] }),
    one('Later', { line: 30, exclusionReason: 'draft' }),
  ],
};

const table = (only: 'all' | 'in', filter = '', onChoose = vi.fn()) => {
  show(
    <PlanTable
      plan={plan}
      only={only}
      filter={filter}
      chosen={null}
      further={new Map()}
      onMore={vi.fn()}
      onChoose={onChoose}
    />,
  );
  return onChoose;
};

it('tells where each runs where that is not the same for all', () => {
  show(
    <PlanTable
      plan={{ ...plan, browser: 'desktop, firefox' }}
      only="in"
      filter=""
      chosen={null}
      further={new Map()}
      onMore={vi.fn()}
      onChoose={vi.fn()}
    />,
  );
  expect(document.body.textContent).toContain('Load 1desktop');
  expect(document.body.textContent).toContain('Cool downdesktop');
});

it('leads from a case to its line', () => {
  table('all');
  expect(only('a', 'Load <n>').getAttribute('href')).toBe('/cases/suites/firings.elmt?line=5');
});

it('says why a case is out, unless only those that are in are listed', () => {
  table('all');
  expect(only('[role=row]', /^Later/).textContent).toContain('draft');
  expect(text()).toContain('1 case out');
});

it('leaves out what is out where only the others are wanted', () => {
  table('in');
  expect(text()).not.toContain('Later');
  expect(only('button', /Load 2$/)).toBeTruthy();
});

it('filters by the names of executable cases', () => {
  table('all', 'load 2');
  expect(only('button', /Load 2$/)).toBeTruthy();
  expect(all('button', /Load 1$/)).toEqual([]);
  expect(text()).not.toContain('Cool down');
});

it('folds a suite and hands on what is chosen', async () => {
  const onChoose = table('all');
  await pressOn(only('button', /Load 1$/));
  expect(onChoose).toHaveBeenCalledWith(plan.cases[0], plan.cases[0]?.executables[0]);
  await pressOn(only('button', 'Firings'));
  expect(all('button', /Load 1$/)).toEqual([]);
});

it('says how many more there are, and draws those that were fetched', async () => {
  const onMore = vi.fn();
  const many = one('Load <n>', { line: 5, count: 1_000_000, executables: [executable('Load 1', 1)] });
  show(
    <PlanTable
      plan={{ ...plan, cases: [many] }}
      only="all"
      filter=""
      chosen={null}
      further={new Map([[5, [executable('Load 2', 2)]]])}
      onChoose={vi.fn()}
      onMore={onMore}
    />,
  );
  expect(only('button', /Load 2$/)).toBeTruthy();
  await pressOn(only('button', '999,998 more'));
  expect(onMore).toHaveBeenCalledWith(many);
});

it('sums what is expected of a suite', () => {
  const timed = plan.cases.map((each, place) => ({ ...each, expectedMillis: place === 1 ? undefined : 1_500 }));
  show(
    <PlanTable
      plan={{ ...plan, cases: timed }}
      only="all"
      filter=""
      chosen={null}
      further={new Map()}
      onChoose={vi.fn()}
      onMore={vi.fn()}
    />,
  );
  expect(only('[role=row]', /^Firings/).textContent).toContain('1.50 s');
});
