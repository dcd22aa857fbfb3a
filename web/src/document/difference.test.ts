import { expect, it } from 'vitest';
import { difference } from './difference';

const BEFORE =
  'suite S\n\ncase one\nsteps\n| open | Home |\n| press | Send |\n| log | a |\n| log | b |\n\ncase two\nsteps\n| log | c |\n';

it('tells by block which rows are others, whatever their padding is', () => {
  const after = BEFORE.replace('| press | Send |', '| press  | Save |').replace('| log | c |', '| log   | c        |');
  expect(difference(BEFORE, after, 'a.elmt')).toEqual([
    {
      title: 'case one',
      lines: [
        { kind: 'same', cells: ['open', 'Home'], text: '| open | Home |' },
        { kind: 'removed', cells: ['press', 'Send'], text: '| press | Send |' },
        { kind: 'added', cells: ['press', 'Save'], text: '| press  | Save |' },
        { kind: 'same', cells: ['log', 'a'], text: '| log | a |' },
      ],
    },
  ]);
});

it('tells of blocks that came and went', () => {
  const after = BEFORE.replace('case two', 'case three');
  const found = difference(BEFORE, after, 'a.elmt');
  expect(found.map(({ title, lines }) => [title, [...new Set(lines.map(({ kind }) => kind))]])).toEqual([
    ['case three', ['added']],
    ['case two', ['removed']],
  ]);
});

it('compares a feature by its lines', () => {
  expect(difference('Feature: F\n  Given a\n', 'Feature: F\n  Given b\n', 'a.feature')).toEqual([
    {
      title: '',
      lines: [
        { kind: 'same', cells: null, text: 'Feature: F' },
        { kind: 'removed', cells: null, text: 'Given a' },
        { kind: 'added', cells: null, text: 'Given b' },
      ],
    },
  ]);
});
