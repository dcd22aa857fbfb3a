import { Text } from '@codemirror/state';
import { expect, it } from 'vitest';
import { numbers } from '@/testing/numbers';
import { lineChanges, sense } from './lineChanges';

/** The text that the changes make of a text; each lies behind the one before, as CodeMirror wants it. */
function applied(text: string, changes: ReturnType<typeof lineChanges>): string {
  let made = '';
  let at = 0;
  for (const { from, to, insert } of [...changes].sort((a, b) => a.from - b.from)) {
    expect(from).toBeGreaterThanOrEqual(at);
    made += text.slice(at, from) + insert;
    at = to;
  }
  return made + text.slice(at);
}

const changesOf = (text: string, wanted: readonly string[]) =>
  lineChanges(Text.of(text.split('\n')), 0, text.length, wanted, true);

it('changes nothing where rows differ in their layout only', () => {
  expect(sense('| a | b  |')).toBe(sense('|a|b|'));
  expect(sense('a | b')).not.toBe(sense('| a | b |'));
});

it('touches only what differs in a line that stays', () => {
  expect(changesOf('case one\n| press | Send |', ['case one', '| press | Save |'])).toEqual([
    { from: 20, to: 23, insert: 'ave' },
  ]);
});

it('takes out and puts in whole lines with one break each', () => {
  expect(applied('a\nb\nc', changesOf('a\nb\nc', ['a', 'c']))).toBe('a\nc');
  expect(applied('a\nc', changesOf('a\nc', ['a', 'b', 'c']))).toBe('a\nb\nc');
  expect(applied('a', changesOf('a', ['a', 'b']))).toBe('a\nb');
  expect(applied('a\nb', changesOf('a\nb', ['a']))).toBe('a');
});

it('makes any lines of any others', () => {
  const next = numbers(11);
  const line = () => ['', 'x', '| a |', '| b | c |', 'note', '| a  |'][next(6)] as string;
  const lines = () => Array.from({ length: 1 + next(7) }, line);
  for (let turn = 0; turn < 300; turn++) {
    const [before, wanted] = [lines().join('\n'), lines()];
    const after = applied(before, changesOf(before, wanted));
    expect(after.split('\n').map(sense)).toEqual(wanted.map(sense));
  }
});

it('changes the lines between two places only', () => {
  const text = 'head\na\nb\ntail';
  const changes = lineChanges(Text.of(text.split('\n')), 5, 9, ['b', 'c'], false);
  expect(applied(text, changes)).toBe('head\nb\nc\ntail');
});
