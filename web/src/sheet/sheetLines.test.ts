import { expect, it } from 'vitest';
import { numbers } from '@/testing/numbers';
import type { Item } from './items';
import { indexOfKey, NO_LINES, sheetLines } from './sheetLines';

const item = (key: string) => ({ key, kind: key.startsWith('row') ? 'step' : 'section' }) as Item;

it('puts changed blocks between those that stay, as if all were put together anew', () => {
  const next = numbers(20);
  let parts: Item[][] = [];
  let lines = NO_LINES;
  let made = 0;
  for (let round = 0; round < 500; round++) {
    const at = next(parts.length + 1);
    const block = Array.from({ length: next(4) }, () => item(`${next(3) === 0 ? 'section' : 'row'} ${made++}`));
    const gone = next(3);
    const same = parts[at]?.map((each) => ({ ...each }));
    // A block comes, goes, is another, or says something else in the same lines.
    parts = next(4) === 0 && same ? parts.with(at, same) : parts.toSpliced(at, gone, ...(next(2) === 0 ? [block] : []));
    const before = lines;
    lines = sheetLines(parts, before);
    expect(lines).toEqual(sheetLines(parts, NO_LINES));
    expect(sheetLines([...parts], lines)).toBe(lines);
    const sameLines = lines.keys.join() === before.keys.join();
    if (sameLines && before !== NO_LINES) expect(lines.keys).toBe(before.keys);
  }
});

it('finds a line from wherever it looks', () => {
  const all = ['a', 'b', 'c', 'd'].map((key) => ({ key }));
  for (const near of [-1, 0, 2, 9]) {
    for (const [index, { key }] of all.entries()) expect(indexOfKey(all, key, near)).toBe(index);
    expect(indexOfKey(all, 'e', near)).toBe(-1);
  }
  expect(indexOfKey([], 'a', 0)).toBe(-1);
  expect(indexOfKey(all, undefined, 0)).toBe(-1);
});
