import { afterEach, expect, it, vi } from 'vitest';
import { whenQuiet } from './whenQuiet';

afterEach(() => {
  vi.useRealTimers();
});

it('waits for a pause, but not for ever', () => {
  vi.useFakeTimers();
  let done = 0;
  const { call, stop } = whenQuiet(() => done++, 100, 1_000);
  call();
  vi.advanceTimersByTime(90);
  call();
  vi.advanceTimersByTime(90);
  expect(done).toBe(0);
  vi.advanceTimersByTime(10);
  expect(done).toBe(1);
  for (let i = 0; i < 11; i++) {
    call();
    vi.advanceTimersByTime(90);
  }
  expect(done).toBe(1);
  vi.advanceTimersByTime(10);
  expect(done).toBe(2);
  call();
  stop();
  vi.advanceTimersByTime(2_000);
  expect(done).toBe(2);
});
