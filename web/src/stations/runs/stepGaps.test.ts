import { expect, it } from 'vitest';
import type { StepRunView } from '@/api/types';
import { numbers } from '@/testing/numbers';
import { isGap, withGaps } from './stepGaps';

const at = (place: number) => ({ step: 100 + place, place }) as StepRunView;
const short = (steps: number[], count: number) =>
  withGaps(steps.map(at), count).map((part) => (isGap(part) ? `${part.count} from ${part.from}` : part.place));

it('has the gaps before, between and behind what is at hand', () => {
  expect(short([2, 3, 7], 10)).toEqual(['2 from 0', 2, 3, '3 from 4', 7, '2 from 8']);
  expect(short([], 4)).toEqual(['4 from 0']);
  expect(short([0, 1], 2)).toEqual([0, 1]);
  expect(short([], 0)).toEqual([]);
});

it('has each step once, in its place, whatever was loaded in which order', () => {
  expect(short([5, 0, 5, 4, 0], 6)).toEqual([0, '3 from 1', 4, 5]);
});

it('covers all places once, whichever are at hand', () => {
  const next = numbers(7);
  for (let turn = 0; turn < 200; turn++) {
    const count = next(30);
    const steps = Array.from({ length: next(40) }, () => next(count + 1)).filter((place) => place < count);
    const places = withGaps(steps.map(at), count).flatMap((part) =>
      isGap(part) ? Array.from({ length: part.count }, (_, i) => part.from + i) : [part.place],
    );
    expect(places).toEqual(Array.from({ length: count }, (_, i) => i));
  }
});
