import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { whenNobodyTypes } from './typingPause';

beforeEach(() => vi.useFakeTimers());
afterEach(() => vi.useRealTimers());

const key = () => document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'a', bubbles: true }));

/** What it told, and after how many milliseconds; a key is pressed at each of these. */
async function told(keys: number[]): Promise<{ quiet: boolean; after: number }> {
  key();
  const began = performance.now();
  for (const at of keys) setTimeout(key, at);
  let after = 0;
  const waiting = whenNobodyTypes().finally(() => {
    after = performance.now() - began;
  });
  await vi.runAllTimersAsync();
  return { quiet: await waiting, after };
}

it('waits for a pause behind the last key', async () => {
  vi.advanceTimersByTime(200);
  expect(await told([])).toEqual({ quiet: true, after: 40 });
  expect(await told([30, 60])).toEqual({ quiet: true, after: 100 });
});

it('does not wait for ever', async () => {
  const keys = Array.from({ length: 100 }, (_, i) => i * 30);
  expect(await told(keys)).toEqual({ quiet: false, after: 1000 });
});

it('does not wait at all where nobody typed', async () => {
  key();
  vi.advanceTimersByTime(50);
  const began = performance.now();
  expect(await whenNobodyTypes()).toBe(true);
  expect(performance.now()).toBe(began);
});
