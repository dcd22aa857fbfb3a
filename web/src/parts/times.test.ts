import { afterEach, expect, it, vi } from 'vitest';
import { clockTime, formatDuration, span } from './times';

afterEach(() => {
  vi.useRealTimers();
});

it.each([
  [0, '0.00 s'],
  [840, '0.84 s'],
  [9_990, '9.99 s'],
  [12_400, '12.4 s'],
  [60_000, '1:00'],
  [161_000, '2:41'],
  [3_600_000, '60:00'],
])('%i ms is %s', (millis, words) => {
  expect(formatDuration(millis)).toBe(words);
});

it('spans from a start to an end, and says nothing before the end', () => {
  expect(span('2026-03-02T10:00:00Z', '2026-03-02T10:02:05Z')).toBe('2:05');
  expect(span('2026-03-02T10:00:00Z')).toBe('');
});

it('names the day only where it is another one', () => {
  vi.useFakeTimers({ now: new Date(2026, 2, 2, 18, 0) });
  expect(clockTime(new Date(2026, 2, 2, 9, 5).toISOString())).toMatch(/^09:05$/);
  expect(clockTime(new Date(2026, 1, 27, 9, 5).toISOString())).toMatch(/27.* 09:05$/);
});
