import { describe, expect, it } from 'vitest';
import { afterEvent, type LiveRun } from './live';
import type { Planned, RunEventUnion } from './types';

const at = '2026-11-25T10:00:00Z';
const planned = (number: number) => ({ number, name: `case ${number}` }) as Planned;

function told(...events: RunEventUnion[]): LiveRun {
  const nothing: LiveRun = { total: 0, cases: [], lanes: [], began: 0, over: false, known: 0 };
  return events.reduce(afterEvent, nothing);
}

const begin = { event: 'run started', at, workers: 2, total: 2 } as unknown as RunEventUnion;
const plans = (...numbers: number[]) =>
  ({ event: 'cases planned', at, cases: numbers.map(planned) }) as unknown as RunEventUnion;
const starts = (number: number, worker: number): RunEventUnion => ({
  event: 'case started',
  at,
  number,
  worker,
  attempt: 1,
});
const step = (number: number, keyword: string) =>
  ({ event: 'step started', at, number, keyword }) as unknown as RunEventUnion;

describe('a live run', () => {
  it('shows each worker with the steps it is inside of', () => {
    const run = told(begin, plans(1, 2), starts(1, 1), starts(2, 2), step(1, 'sign in as'), step(1, 'press'));
    expect(run.lanes.map((lane) => lane.number)).toEqual([1, 2]);
    expect(run.lanes[0]?.steps).toEqual(['sign in as', 'press']);
    expect(run.cases.every((one) => one.running)).toBe(true);
  });

  it('frees a worker when its case ends, and keeps the outcome', () => {
    const done = {
      event: 'case finished',
      at,
      number: 1,
      outcome: 'failed',
      millis: 1,
      failure: { message: 'no' },
    } as unknown as RunEventUnion;
    const run = told(begin, plans(1, 2), starts(1, 1), step(1, 'press'), done);
    expect(run.lanes[0]).toMatchObject({
      number: null,
      steps: [],
      doneCount: 1,
      done: [{ number: 1, outcome: 'failed' }],
    });
    expect(run.cases[0]).toMatchObject({ outcome: 'failed', running: false, message: 'no' });
    expect(run.cases[1]?.outcome).toBeUndefined();
  });

  it('holds only some of very many cases, those that run among them', () => {
    const pages = Array.from({ length: 30 }, (_, page) =>
      plans(...Array.from({ length: 100 }, (_, i) => page * 100 + i + 1)),
    );
    const run = told({ ...begin, total: 1_000_000 } as RunEventUnion, plans(4_000), starts(4_000, 1), ...pages);
    expect(run.cases.length).toBeLessThan(800);
    expect(run.cases.find((one) => one.planned.number === 4_000)?.running).toBe(true);
  });

  it('knows the workers of a run whose beginning it missed', () => {
    const run = told(plans(1, 2), starts(2, 2));
    expect(run.lanes.map((lane) => lane.number)).toEqual([null, 2]);
  });
});
