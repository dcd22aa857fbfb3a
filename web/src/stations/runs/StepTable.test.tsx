import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { expect, it, vi } from 'vitest';
import type { StepRunView } from '@/api/types';
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
  show(<StepTable steps={steps} chosen={null} onChoose={onChoose} />);
  return { steps, onChoose };
}

const row = (keyword: string) => screen.getByText(keyword).closest('[role=row]') as HTMLElement;

it('is open on the way to what failed and nowhere else', () => {
  table();
  expect(row('expect text')).toBeTruthy();
  expect(row('request').getAttribute('aria-expanded')).toBe('true');
  expect(screen.queryByText('open')).toBeNull();
});

it('says what was wanted and found once, at the innermost step', () => {
  table();
  expect(screen.getAllByText('The text differs.')).toHaveLength(1);
  const facts = within(screen.getByText('The text differs.').parentElement as HTMLElement);
  expect(facts.getByText('Send')).toBeTruthy();
  expect(facts.getByText('nothing')).toBeTruthy();
  expect(facts.getByText('2.00 s')).toBeTruthy();
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
  await userEvent.keyboard('{ArrowRight}{ArrowDown}{Enter}');
  expect(document.activeElement).toBe(row('open'));
  expect(onChoose).toHaveBeenCalledWith(steps[0]?.steps[0]?.step);
  await userEvent.keyboard('{ArrowUp}{ArrowLeft}');
  expect(screen.queryByText('open')).toBeNull();
});
