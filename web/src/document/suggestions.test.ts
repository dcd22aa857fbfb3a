import { expect, it } from 'vitest';
import type { KeywordView } from '@/api/types';
import { keywordSuggestions } from './suggestions';

const keyword = (name: string, more: Partial<KeywordView> = {}) =>
  ({ name, path: 'k.elmt', group: 'studio', note: '', phrases: [], takes: [], ...more }) as unknown as KeywordView;

const KEYWORDS = [
  keyword('press', { path: undefined, group: 'pointer', note: 'Presses a button.' }),
  keyword('press twice', { path: undefined }),
  keyword('request a firing', { phrases: ['I ask for <shelves> shelves'], note: 'Fills in the form.' }),
  keyword('expect receipt', { takes: ['booking', 'shelves', 'price'].map((name) => ({ name })) as never }),
  keyword('suppress notices'),
  keyword('fire a kiln'),
];

const labels = (typed: string) => keywordSuggestions(typed, KEYWORDS).map((one) => one.label);

it('offers all of them for nothing, one’s own first', () => {
  expect(labels('')).toEqual([
    'expect receipt',
    'fire a kiln',
    'request a firing',
    'suppress notices',
    'press',
    'press twice',
  ]);
});

it('ranks the name itself, its beginning, a word in it, a part of a word', () => {
  expect(labels('press')).toEqual(['press', 'press twice', 'suppress notices']);
  expect(labels('fir')).toEqual(['fire a kiln', 'request a firing']);
});

it('finds phrases, words in any order and notes', () => {
  expect(labels('ask shelves')).toEqual(['request a firing']);
  expect(labels('kiln fire')).toEqual(['fire a kiln']);
  expect(labels('button')).toEqual(['press']);
  expect(labels('glaze')).toEqual([]);
});

it('says why it fits, which letters do, and what it takes', () => {
  const [receipt] = keywordSuggestions('rec', KEYWORDS);
  expect(receipt).toMatchObject({
    insert: 'expect receipt',
    matched: [7, 8, 9],
    why: 'studio',
    signature: 'booking, shelves …',
    parameters: ['booking', 'shelves', 'price'],
  });
  expect(keywordSuggestions('i ask', KEYWORDS)[0]?.why).toBe('I ask for <shelves> shelves');
});

it('offers no more than a list can show', () => {
  const many = Array.from({ length: 200 }, (_, i) => keyword(`task ${i}`));
  expect(keywordSuggestions('task', many)).toHaveLength(50);
});
