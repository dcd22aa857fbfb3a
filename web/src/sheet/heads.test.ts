import { expect, it } from 'vitest';
import { blockOf, stateOf } from '@/testing/documents';
import { headFields } from './heads';

const fields = (text: string, name: string) =>
  headFields(blockOf(stateOf(text), name)).map(({ field, word, text: value, place }) =>
    field === 'property' ? `${word}${place > 0 ? ` ${place}` : ''}=${value}` : `${field}: ${value}`,
  );

it('has the name, the note, what is said and what is often said', () => {
  expect(fields('case A kiln\n> Late.\ntags: smoke\nsteps\n| open |\n', 'A kiln')).toEqual([
    'name: A kiln',
    'note: Late.',
    'tags=smoke',
    'data=',
    'fixtures=',
    'after=',
    'run=',
    'timeout=',
  ]);
});

it('tells properties of one word apart by their places', () => {
  expect(fields('keyword fire\nphrase: I fire\nphrase: it is fired\n', 'fire').slice(2)).toEqual([
    'phrase=I fire',
    'phrase 1=it is fired',
    'group=',
    'tags=',
  ]);
});

it('offers nothing twice, however it is written', () => {
  expect(fields('browser b\nKind: firefox\n', 'b').filter((each) => /kind/i.test(each))).toEqual(['Kind=firefox']);
});
