import { act } from 'react';
import { expect, it, vi } from 'vitest';
import { serve } from '@/testing/server';
import { show } from '@/testing/show';
import { fakeSockets } from '@/testing/socket';
import { useChanges } from './live';
import { useTree } from './queries';
import type { LiveMessageUnion } from './types';

const checked = {
  live: 'checked',
  snapshot: 2,
  problems: { errors: 0, warnings: 0, notices: 0 },
  documents: [],
} as LiveMessageUnion;

function Lists() {
  useChanges();
  useTree();
  return null;
}

const passes = (millis: number) => act(() => vi.advanceTimersByTimeAsync(millis));

async function typeFor(millis: number) {
  for (let at = 0; at < millis; at += 100) {
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'a', bubbles: true }));
    await passes(100);
  }
}

/** Lists are shown, and the project changed; gives the requests that are made. */
async function changed() {
  vi.useFakeTimers();
  const socket = fakeSockets();
  const requests = serve({ 'GET /api/tree': { suites: [], documents: [] } });
  show(<Lists />);
  await passes(0);
  socket().open();
  socket().say(checked);
  return requests;
}

it('asks for lists of the whole project once changes and typing have paused', async () => {
  const requests = await changed();
  expect(requests).toHaveLength(1);
  await typeFor(2_000);
  expect(requests).toHaveLength(1);
  await passes(400);
  expect(requests).toHaveLength(2);
});

it('asks for them now and then where somebody types on', async () => {
  const requests = await changed();
  await typeFor(6_000);
  expect(requests).toHaveLength(2);
});
