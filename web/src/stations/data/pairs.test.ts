import { expect, it } from 'vitest';
import { pairsOnlyOf } from './pairs';

const rows = [
  ['1', 'Raku', 'no'],
  ['1', 'Bisque', 'no'],
  ['2', 'Raku', 'no'],
].map((cells, place) => ({ number: place + 1, cells }));

it('finds the pairs of a row that stand together in no other', () => {
  const of = (place: number) =>
    pairsOnlyOf(rows[place] as (typeof rows)[number], rows).map((pair) => pair.values.join(' '));
  expect(of(0)).toEqual(['1 Raku']);
  expect(of(1)).toEqual(['1 Bisque', 'Bisque no']);
  expect(of(2)).toEqual(['2 Raku', '2 no']);
});
