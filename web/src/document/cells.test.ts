import { describe, expect, it } from 'vitest';
import { numbers } from '@/testing/numbers';
import {
  canonical,
  displayWidth,
  isOff,
  markSign,
  marksFrom,
  type Piece,
  piecesOf,
  referenceEnd,
  referencesIn,
  typedCell,
} from './cells';
import { readLine } from './lines';

const PARTS = [
  'a',
  ' ',
  '|',
  '\\',
  '<',
  '>',
  '<a>',
  '\n',
  '=',
  '=> ',
  '? ',
  '* ',
  '! ',
  "'",
  '(',
  ')',
  'ü',
  '木',
  '\t',
];

/** Texts of the letters that cells treat with care. */
function texts(seed: number, count: number): string[] {
  const pick = numbers(seed);
  return Array.from({ length: count }, () =>
    Array.from({ length: pick(8) }, () => PARTS[pick(PARTS.length)] as string).join(''),
  );
}

const cellsOf = (source: string) => {
  const line = readLine(`| ${source} |`);
  if (line.kind !== 'row') throw new Error(`no row: ${source}`);
  return line.cells.map((cell) => cell.source);
};

const cells = (...sources: string[]) => sources.map((source) => ({ source }));

describe('what is typed', () => {
  it('stays one cell, whatever it is', () => {
    for (const text of texts(3, 2000)) {
      const typed = typedCell(text);
      if (typed.endsWith('\\') && !typed.endsWith('\\\\')) continue;
      expect(cellsOf(typed), JSON.stringify(text)).toEqual([typed.trim()]);
      expect(typed).not.toMatch(/[\n\r\t]/);
    }
  });

  it('keeps its pipes and line breaks', () => {
    expect(typedCell('a | b')).toBe('a \\| b');
    expect(typedCell('a \\| b')).toBe('a \\| b');
    expect(typedCell(' two\r\nlines ')).toBe('two\\nlines');
    expect(typedCell('a\tb')).toBe('a b');
  });
});

describe('the canonical form', () => {
  it('is its own', () => {
    for (const text of texts(11, 2000)) {
      const once = canonical(text);
      expect(canonical(once), JSON.stringify(text)).toBe(once);
    }
  });

  it('has a backslash only where one is needed', () => {
    expect(canonical('\\? visible')).toBe('\\? visible');
    expect(canonical('\\?visible')).toBe('?visible');
    expect(canonical('so \\? it')).toBe('so \\? it');
    expect(canonical('\\=> reference')).toBe('\\=> reference');
    expect(canonical('\\<b>')).toBe('\\<b>');
    expect(canonical('C:\\temp')).toBe('C:\\temp');
    expect(canonical('C:\\\\temp')).toBe('C:\\temp');
    expect(canonical('a\\\\n')).toBe('a\\\\n');
  });

  it('leaves references as they are written', () => {
    expect(canonical("<split(a, '\\|')> \\?")).toBe("<split(a, '\\|')> \\?");
  });
});

describe('references', () => {
  it('end at their own bracket', () => {
    expect(referenceEnd('<a>', 0)).toBe(2);
    expect(referenceEnd("<if(a > b, '>', c)> x", 0)).toBe(18);
    expect(referenceEnd('<a', 0)).toBe(-1);
    expect(referenceEnd('<(a>', 0)).toBe(-1);
  });

  it('are found without the server', () => {
    expect(referencesIn('<a> and \\<b> and <c d>')).toEqual([
      { from: 0, to: 3, origin: '' },
      { from: 17, to: 22, origin: '' },
    ]);
    expect(referencesIn('a <> b < c')).toEqual([]);
  });

  it('divide a text into pieces that say all of it', () => {
    const written = ({ text, origin }: Piece) => (origin === undefined ? text : `<${text}>`);
    for (const text of texts(19, 500)) {
      const pieces = piecesOf(text, referencesIn(text));
      const bare = (of: string) => of.replace(/\s/g, '');
      expect(bare(pieces.map(written).join(''))).toBe(bare(text));
    }
    expect(piecesOf('to <member>!', [{ from: 3, to: 11, origin: 'row' }])).toEqual([
      { text: 'to ' },
      { text: 'member', origin: 'row' },
      { text: '!' },
    ]);
  });

  it('that the text has outgrown are left out', () => {
    expect(piecesOf('ab', [{ from: 1, to: 9, origin: 'row' }])).toEqual([{ text: 'ab' }]);
  });
});

describe('marks', () => {
  it('are known by their sign and what is behind it', () => {
    expect(['? a', '?', '?a', '=> b', '=>b', '! off', '!!', '* each', 'a ? b', ''].map(markSign)).toEqual([
      '?',
      '?',
      '',
      '=>',
      '',
      '!',
      '',
      '*',
      '',
      '',
    ]);
  });

  it('stand behind the arguments', () => {
    expect(marksFrom(cells('press', 'Send', '? a', '! off'))).toBe(2);
    expect(marksFrom(cells('? press', 'Send'))).toBe(2);
    expect(marksFrom(cells())).toBe(0);
  });

  it('switch a step off by a word of their own', () => {
    expect(isOff(cells('log', '! off'))).toBe(true);
    expect(isOff(cells('log', '! soft, off'))).toBe(true);
    expect(isOff(cells('log', '! offline'))).toBe(false);
    expect(isOff(cells('! off'))).toBe(false);
  });
});

it('counts the columns that letters take', () => {
  expect(displayWidth('Bisque')).toBe(6);
  expect(displayWidth('Öfen')).toBe(4);
  expect(displayWidth('e\u0301')).toBe(1);
  expect(displayWidth('木の葉')).toBe(6);
  expect(displayWidth('🔥 hot')).toBe(6);
});
