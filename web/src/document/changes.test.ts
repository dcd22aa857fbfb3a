import { ChangeSet, Text } from '@codemirror/state';
import { expect, it } from 'vitest';
import { corpus } from '@/testing/corpus';

interface Example {
  text: string;
  a: unknown;
  b: unknown;
  next: unknown;
  applied: string;
  inverted: unknown;
  composed: unknown;
  mapped: unknown;
  mappedBefore: unknown;
  places: [number, number][];
}

const textOf = (text: string) => Text.of(text.split('\n'));
const read = (json: unknown) => ChangeSet.fromJSON(json);

it('works out the same changes as the server', () => {
  const examples = corpus<Example>('changes.json');
  expect(examples.length).toBeGreaterThan(100);
  for (const example of examples) {
    const a = read(example.a);
    const b = read(example.b);
    expect(a.apply(textOf(example.text)).toString()).toBe(example.applied);
    expect(a.invert(textOf(example.text)).toJSON()).toEqual(example.inverted);
    expect(a.compose(read(example.next)).toJSON()).toEqual(example.composed);
    expect(a.map(b).toJSON()).toEqual(example.mapped);
    expect(a.map(b, true).toJSON()).toEqual(example.mappedBefore);
    example.places.forEach(([before, after], place) => {
      expect([a.mapPos(place, -1), a.mapPos(place, 1)]).toEqual([before, after]);
    });
  }
});
