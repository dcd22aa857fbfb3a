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
  cases: [
    one('Load <n>', { line: 5, count: 2, executables: [executable('Load 1', 1), executable('Load 2', 2)] }),
    one('Cool down', { line: 20, count: 1, executables: [executable('Cool down', 0)] }),
    one('Later', { line: 30, exclusionReason: 'draft' }),
  ],
};

const table = (only: 'all' | 'in', filter = '', onChoose = vi.fn()) => {
  show(<PlanTable plan={plan} only={only} filter={filter} chosen={null} onChoose={onChoose} />);
  return onChoose;
};

it('tells where each runs where that is not the same for all', () => {
  show(
    <PlanTable plan={{ ...plan, browser: 'desktop, firefox' }} only="in" filter="" chosen={null} onChoose={vi.fn()} />,
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
  expect(only('tr', /^Later/).textContent).toContain('draft');
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
