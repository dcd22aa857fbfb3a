import { act } from 'react';
import { expect, it, vi } from 'vitest';
import type { RunEventUnion, RunView } from '@/api/types';
import { only, pressOn, seen } from '@/testing/page';
import { type Answers, problem, serve } from '@/testing/server';
import { show } from '@/testing/show';
import { fakeSockets } from '@/testing/socket';
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
const began = { event: 'run started', at, workers: 2, total: 3 };
const told = { event: 'cases planned', at, cases: [1, 2, 3].map(planned) };
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
  const socket = fakeSockets();
  show(<RunLive run={run} />);
  socket().open();
  let place = 0;
  const send = (...events: unknown[]) => {
    socket().say({ live: 'events', run: 5, from: place, events: events as RunEventUnion[] });
    place += events.length;
  };
  return { requests, socket, send };
}

const count = (word: string) => only('header b + span', word).parentElement?.querySelector('b')?.textContent;

it('shows what each worker is at and counts what is done', () => {
  const { send } = live();
  send(began, told, started(1, 1), started(2, 2), step(2, 'sign in'), step(2, 'press'));
  expect(only('section', 'Workers').textContent).toContain('sign in › press');
  expect([count('running'), count('to come')]).toEqual(['2', '1']);
  send(finished(1, 'passed'), finished(2, 'failed', 'The text differs.'));
  expect([count('passed'), count('failed'), count('running'), count('to come')]).toEqual(['1', '1', '0', '1']);
  expect(only('aside', 'As they come').textContent).toContain('The text differs.');
});

it('shows the page of a worker while it is at a case', async () => {
  URL.createObjectURL = () => 'blob:page';
  URL.revokeObjectURL = () => {};
  const { send } = live({
    // Each answer is read once.
    get 'GET /api/runs/5/workers/1/picture'() {
      return new Response('x', { status: 200 });
    },
  });
  await act(async () => send(began, told, started(1, 1)));
  expect((await seen('img')).getAttribute('alt')).toBe('The page of worker 1: case 1');
});

it('counts nothing twice where events come again, and waits for those between', () => {
  const { send, socket } = live();
  send(began, told, started(1, 1), finished(1, 'passed'));
  const again = [started(1, 1), finished(1, 'passed'), started(2, 2)] as RunEventUnion[];
  socket().say({ live: 'events', run: 5, from: 2, events: again });
  expect([count('passed'), count('running')]).toEqual(['1', '1']);
  socket().say({ live: 'events', run: 5, from: 9, events: [finished(2, 'failed')] as RunEventUnion[] });
  expect(count('running')).toBe('1');
});

it('asks after a lost connection for what it has not heard', () => {
  vi.useFakeTimers();
  const { send, socket } = live();
  send(began, told, started(1, 1));
  act(() => {
    socket().close();
    vi.runOnlyPendingTimers();
  });
  socket().open();
  // Documents that other tests opened are asked for, too.
  expect(socket().sent.find((request) => request.live === 'watch')).toMatchObject({ runs: { '5': 3 } });
});

it('stops, and then at once', async () => {
  const { requests } = live({ 'POST /api/runs/5/stop': new Response(null, { status: 204 }) });
  await pressOn(only('button', 'Stop'));
  expect(requests).toMatchObject([{ method: 'POST', path: '/api/runs/5/stop' }]);
  await pressOn(only('button', 'Stop now'));
  expect(requests).toHaveLength(2);
  expect((only('button', 'Stopping') as HTMLButtonElement).disabled).toBe(true);
});

it('says why it could not be stopped and offers it again', async () => {
  live({ 'POST /api/runs/5/stop': problem(404, 'There is no run 5 that is going.') });
  await pressOn(only('button', 'Stop'));
  expect((await seen('[role=alert]')).textContent).toContain('There is no run 5 that is going.');
  expect((only('button', 'Stop') as HTMLButtonElement).disabled).toBe(false);
});

it('pauses, and says why it could not', async () => {
  const { requests } = live({
    'POST /api/runs/5/pause': new Response(null, { status: 202 }),
  });
  await pressOn(only('button', 'Pause'));
  expect(requests).toMatchObject([{ method: 'POST', path: '/api/runs/5/pause' }]);
});
