import { act } from 'react';
import { expect, it } from 'vitest';
import type { RunView } from '@/api/types';
import { only, pressOn, seen } from '@/testing/page';
import { type Answers, problem, serve } from '@/testing/server';
import { show } from '@/testing/show';
import { fakeStreams } from '@/testing/stream';
import { RunLive } from './RunLive';

const run: RunView = {
  id: 5,
  title: 'everything',
  environment: '',
  browser: 'chrome',
  workers: 2,
  seed: 1,
  started: '2026-03-02T10:00:00Z',
  state: 'going',
  counts: {},
  total: 3,
};

const at = '2026-03-02T10:00:01Z';
const planned = (number: number) => ({ number, name: `case ${number}`, suite: 'Firings' });
const began = { event: 'run started', at, workers: 2, cases: [1, 2, 3].map(planned) };
const started = (number: number, worker: number) => ({ event: 'case started', at, number, worker, attempt: 1 });
const step = (number: number, keyword: string) => ({ event: 'step started', at, number, keyword });
const finished = (number: number, outcome: string, message = '') => ({
  event: 'case finished',
  at,
  number,
  outcome,
  millis: 5,
  failure: message ? { message } : undefined,
});

function live(answers: Answers = {}) {
  const requests = serve(answers);
  const stream = fakeStreams();
  show(<RunLive run={run} />);
  const send = (...events: unknown[]) =>
    act(() => {
      for (const event of events) stream().send('event', event);
    });
  return { requests, stream, send };
}

const count = (word: string) => only('header b + span', word).parentElement?.querySelector('b')?.textContent;

it('shows what each worker is at and counts what is done', () => {
  const { send } = live();
  send(began, started(1, 1), started(2, 2), step(2, 'sign in'), step(2, 'press'));
  expect(only('section', 'Workers').textContent).toContain('sign in › press');
  expect([count('running'), count('to come')]).toEqual(['2', '1']);
  send(finished(1, 'passed'), finished(2, 'failed', 'The text differs.'));
  expect([count('passed'), count('failed'), count('running'), count('to come')]).toEqual(['1', '1', '0', '1']);
  expect(only('aside', 'As they come').textContent).toContain('The text differs.');
});

it('begins anew with each connection, so that nothing counts twice', () => {
  const { send, stream } = live();
  send(began, started(1, 1), finished(1, 'passed'));
  act(() => stream().send('open'));
  send(began, started(1, 1), finished(1, 'passed'));
  expect(count('passed')).toBe('1');
});

it('lets go of the stream when the run is over', () => {
  const { send, stream } = live();
  send(began);
  expect(stream().address).toBe('/api/runs/5/events');
  act(() => stream().send('over'));
  expect(stream().closed).toBe(true);
});

it('stops once', async () => {
  const { requests } = live({ 'POST /api/runs/5/stop': new Response(null, { status: 204 }) });
  await pressOn(only('button', 'Stop'));
  expect(requests).toMatchObject([{ method: 'POST', path: '/api/runs/5/stop' }]);
  expect((only('button', 'Stopping') as HTMLButtonElement).disabled).toBe(true);
});

it('says why it could not be stopped and offers it again', async () => {
  live({ 'POST /api/runs/5/stop': problem(404, 'There is no run 5 that is going.') });
  await pressOn(only('button', 'Stop'));
  expect((await seen('[role=alert]')).textContent).toContain('There is no run 5 that is going.');
  expect((only('button', 'Stop') as HTMLButtonElement).disabled).toBe(false);
});
