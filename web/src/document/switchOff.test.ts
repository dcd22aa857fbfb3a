import { expect, it } from 'vitest';
import { isOff } from './cells';
import { marksWithOff } from './switchOff';

const off = (marks: readonly string[]) => isOff(['a', ...marks].map((source) => ({ source })));

it.each([
  [[], ['! off']],
  [['? <a>'], ['? <a>', '! off']],
  [
    ['=> b', '! soft, within 30s', '* m in x'],
    ['=> b', '! soft, within 30s, off', '* m in x'],
  ],
])('switches a step with the marks %j off, and on again', (marks, without) => {
  expect(marksWithOff(marks, true)).toEqual(without);
  expect(off(without)).toBe(true);
  expect(off(marks)).toBe(false);
  expect(marksWithOff(without, false)).toEqual(marks);
  expect(marksWithOff(without, true)).toEqual(without);
});
