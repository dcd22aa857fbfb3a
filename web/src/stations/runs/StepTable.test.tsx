import { expect, it, vi } from 'vitest';
import type { StepRunView } from '@/api/types';
import { all, only, press, pressOn, seen, text } from '@/testing/page';
import { type Answers, serve } from '@/testing/server';
import { show } from '@/testing/show';
import { StepTable } from './StepTable';

let next = 0;
const step = (keyword: string, more: Partial<StepRunView> = {}): StepRunView => ({
  step: next++,
  place: 0,
  phase: 'steps',
  keyword,
  arguments: [],
  document: 'a.elmt',
  line: 1,
  startMillis: 0,
  millis: 10,
  outcome: 'passed',
  resolved: [],
  kept: [],
  log: [],
  evidence: [],
  stepCount: more.steps?.length ?? 0,
  steps: [],
  ...more,
});

/** As the server has them: each knows its place, and the case's own ones their number. */
function placed(steps: StepRunView[]): StepRunView[] {
  let number = 0;
  return steps.map((one, place) => ({
    ...one,
    place,
    number: one.phase === 'steps' ? ++number : undefined,
    steps: placed(one.steps),
  }));
}

function showSteps(steps: StepRunView[], onChoose = vi.fn(), count = steps.length) {
  show(<StepTable run={9} number={4} steps={steps} count={count} chosen={null} onChoose={onChoose} />);
}

const failure = { message: 'The text differs.', wanted: 'Send', found: '', waitedMillis: 2_000 };

function table() {
  const onChoose = vi.fn();
  const steps = placed([
    step('sign in', { phase: 'set-up', steps: [step('open')] }),
    step('request', {
      outcome: 'failed',
      failure,
      steps: [step('enter'), step('expect text', { outcome: 'failed', failure, arguments: ['Button'] })],
    }),
    step('leave', { outcome: 'skipped', reason: 'the case had failed' }),
  ]);
  showSteps(steps, onChoose);
  return { steps, onChoose };
}

const row = (keyword: string) => only('[role=row] span:not(:has(*))', keyword).closest('[role=row]') as HTMLElement;

it('says where a set-up happened that others did, with the way there', () => {
  const setUp = { scope: 'suite', kept: false, number: 4, times: 1, millis: 1_200 };
  showSteps([step('fixture open', { setUp })]);
  expect(text()).toContain('Set up once for the suite, in case 4 (1.20 s).');
  expect(only('a', 'case 4').getAttribute('href')).toBe('/runs/9/4');
});

it('is open on the way to what failed and nowhere else', () => {
  table();
  expect(row('expect text')).toBeTruthy();
  expect(row('request').getAttribute('aria-expanded')).toBe('true');
  expect(text()).not.toContain('open');
});

it('says what was wanted and found once, at the innermost step', () => {
  table();
  only('p', 'The text differs.');
  expect(all('dl > div').map((fact) => fact.textContent)).toEqual(['wantedSend', 'foundnothing', 'waited2.00 s']);
});

it('numbers only the steps of the case itself and says why one was skipped', () => {
  table();
  expect(row('set-up: sign in').textContent).not.toMatch(/^[^a-z]*1/);
  expect(row('request').textContent).toContain('1');
  expect(row('leave').textContent).toContain('the case had failed');
});

it('is walked, unfolded and chosen from by keys', async () => {
  const { steps, onChoose } = table();
  row('set-up: sign in').focus();
  for (const key of ['ArrowRight', 'ArrowDown', 'Enter']) await press(key);
  expect(document.activeElement).toBe(row('open'));
  expect(onChoose).toHaveBeenCalledWith(steps[0]?.steps[0]?.step);
  for (const key of ['ArrowUp', 'ArrowLeft']) await press(key);
  expect(text()).not.toContain('open');
});

it('loads the steps of a long loop that are not at hand, where they belong', async () => {
  const turn = (place: number) => step(`turn ${place}`, { step: 100 + place, place });
  serve({
    'GET /api/runs/9/cases/4/steps?parent=1&from=1&limit=8': Array.from({ length: 8 }, (_, i) => turn(i + 1)),
  });
  showSteps([step('for each', { step: 1, stepCount: 10, steps: [turn(0), turn(9)] })]);
  row('for each').focus();
  await press('ArrowRight');
  const turns = () => all('[aria-level="2"] [role=gridcell]:nth-of-type(3)').map((cell) => cell.textContent);
  expect(turns()).toEqual(['turn 0', 'turn 9']);
  await pressOn(only('button', '8 more steps'));
  await seen('[role=row]', /turn 8/);
  expect(turns()).toEqual(Array.from({ length: 10 }, (_, i) => `turn ${i}`));
  expect(all('button', /more step/)).toEqual([]);
});

it('says why steps could not be loaded, and tries again', async () => {
  const answers: Answers = {};
  serve(answers);
  showSteps([step('last', { place: 1 })], vi.fn(), 2);
  await pressOn(only('button', '1 more step'));
  expect((await seen('[role=alert]')).textContent).toContain('They could not be loaded');
  answers['GET /api/runs/9/cases/4/steps?parent=0&from=0&limit=1'] = [step('first')];
  await pressOn(only('button', '1 more step'));
  await seen('[role=row]', /first/);
  expect(all('[role=alert]')).toEqual([]);
});
