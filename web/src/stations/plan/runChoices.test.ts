import { expect, test } from 'vitest';
import { choicesInWords, wholeNumber } from './runChoices';

test('choices are said in a few words, the usual ones not at all', () => {
  expect(choicesInWords({})).toBe('2 workers');
  expect(choicesInWords({ workers: 1, tries: 1 })).toBe('1 worker');
  expect(choicesInWords({ workers: 4, tries: 2, stopAfter: 3, seen: true, paceMillis: 500, pictures: true })).toBe(
    '4 workers, 2 tries, stop after 3, seen, 500 ms apart, pictures of steps',
  );
});

test('a number is one in its bounds, or nothing', () => {
  expect(wholeNumber(' 8 ', 64)).toBe(8);
  for (const wrong of ['', 'two', '0', '-1', '1.5', '65']) expect(wholeNumber(wrong, 64)).toBeUndefined();
});
