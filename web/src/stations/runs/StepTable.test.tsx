import { expect, it, vi } from 'vitest';
import type { StepRunView } from '@/api/types';
import { all, only, press, text } from '@/testing/page';
import { show } from '@/testing/show';
import { StepTable } from './StepTable';

let next = 0;
const step = (keyword: string, more: Partial<StepRunView> = {}): StepRunView => ({
  step: next++,
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
  steps: [],
  ...more,
});

const failure = { message: 'The text differs.', wanted: 'Send', found: '', waitedMillis: 2_000 };

function table() {
  const onChoose = vi.fn();
  const steps = [
    step('sign in', { phase: 'set-up', steps: [step('open')] }),
    step('request', {
      outcome: 'failed',
      failure,
      steps: [step('enter'), step('expect text', { outcome: 'failed', failure, arguments: ['Button'] })],
    }),
    step('leave', { outcome: 'skipped', reason: 'the case had failed' }),
  ];
  show(<StepTable run={9} steps={steps} chosen={null} onChoose={onChoose} />);
  return { steps, onChoose };
}

const row = (keyword: string) => only('[role=row] span:not(:has(*))', keyword).closest('[role=row]') as HTMLElement;

it('says where a set-up happened that others did, with the way there', () => {
  const setUp = { scope: 'suite', kept: false, number: 4, times: 1, millis: 1_200 };
  show(<StepTable run={9} steps={[step('fixture open', { setUp })]} chosen={null} onChoose={vi.fn()} />);
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
