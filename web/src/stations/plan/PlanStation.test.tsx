import { beforeEach, expect, it, vi } from 'vitest';
import { all, only, pressOn, seen, text } from '@/testing/page';
import { serve } from '@/testing/server';
import { show } from '@/testing/show';
import { PlanStation } from './PlanStation';

const plan = (warnings: string[]) => ({
  count: 0,
  all: 3,
  environment: 'local',
  browser: 'desktop',
  schedule: { millis: 0, workers: [] },
  warnings,
  cases: [],
});

const asked = (warnings: string[]) =>
  serve({
    'GET /api/plans': [],
    'GET /api/project': { name: 'P', environments: [], browsers: [], problems: { errors: 0, warnings: 0, notices: 0 } },
    'GET /api/tree': { suites: [], documents: [] },
    'GET /api/blocks': [],
    'GET /api/plan?workers=2': plan(warnings),
  });

const warnings = () =>
  all('ul[aria-label="Before the start"] li').map((line) => line.textContent?.replace(/^warning/, ''));

beforeEach(() => localStorage.clear());

it('says before the start what would go wrong, a few at first', async () => {
  asked(['one', 'two', 'three', 'four', 'five', 'six'].map((word) => `Browser ${word}: not there.`));
  show(<PlanStation path="" />, '/plan');
  const more = await seen('ul[aria-label="Before the start"] button');
  expect(warnings()).toEqual([
    'Browser one: not there.',
    'Browser two: not there.',
    'Browser three: not there.',
    'Browser four: not there.',
    'Show 2 more',
  ]);
  await pressOn(more);
  expect(warnings()).toHaveLength(6);
});

it('says nothing where all is there', async () => {
  asked([]);
  show(<PlanStation path="" />, '/plan');
  await seen('h1', 'What will run');
  await seen('p b');
  expect(text()).toContain('0 of 3 executable cases are in');
  expect(warnings()).toEqual([]);
});

it('tells that it works out what will run, and runs nothing until that is known', async () => {
  let answer: (answer: Response) => void = () => {};
  asked([]);
  const others = fetch;
  const slow = new Promise<Response>((resolve) => {
    answer = resolve;
  });
  vi.stubGlobal('fetch', (path: string, init?: RequestInit) =>
    path.startsWith('/api/plan?') ? slow : others(path, init),
  );
  show(<PlanStation path="" />, '/plan');
  expect((await seen('[role=status]', /^Working out/)).textContent).toBe('Working out what will run …');
  expect((only('button', 'Run …') as HTMLButtonElement).disabled).toBe(true);
  answer(Response.json({ ...plan([]), count: 3 }));
  expect(((await seen('button', 'Run 3 cases')) as HTMLButtonElement).disabled).toBe(false);
  expect(text()).not.toContain('Working out');
});
