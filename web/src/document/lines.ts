import { type BlockKind, kindOf, type SectionWord, sectionOf, strip, stripEnd } from './words';

/** What stands between two pipes: `from` and `to` are the pipes' inner sides, `start` and `end` those of the text. */
export interface Cell {
  source: string;
  from: number;
  to: number;
  start: number;
  end: number;
}

interface Anywhere {
  /** Lives as long as the line does, whatever is written into it. */
  id: number;
  text: string;
}

/** A line, read by itself; offsets count from its start. */
export type Line = Anywhere &
  (
    | { kind: 'header'; block: BlockKind; name: string; nameFrom: number; nameTo: number }
    | { kind: 'note'; note: string }
    | { kind: 'property'; word: string; value: string; valueFrom: number; valueTo: number }
    | { kind: 'section'; section: SectionWord }
    | { kind: 'row'; cells: Cell[]; closed: boolean; kept: unknown[] }
    | { kind: 'comment' }
    | { kind: 'blank' }
    | { kind: 'unreadable' }
  );

export type Row = Extract<Line, { kind: 'row' }>;
export type Property = Extract<Line, { kind: 'property' }>;

let keptCount = 0;

/**
 * Something that is worked out of a row and kept with it. It lies in the row itself: to look 10,000 rows up in a
 * `WeakMap` takes several milliseconds.
 */
export function keptWithRow<T>(): { of: (row: Row) => T | undefined; keep: (row: Row, what: T) => T } {
  const place = keptCount++;
  return {
    of: (row) => row.kept[place] as T | undefined,
    keep: (row, what) => {
      row.kept[place] = what;
      return what;
    },
  };
}

const MOST_PROPERTY_WORDS = 4;

let lines = 0;
export const newLineId = () => ++lines;

const isLetter = (c: string) => /^\p{L}/u.test(c);
const firstWord = (line: string) => /^[^ \t]*/.exec(line)?.[0] ?? '';

/** A header has a block's word in column one; `data` alone is the section's word. */
function headerOf(text: string): BlockKind | undefined {
  if (!isLetter(text)) return undefined;
  const word = firstWord(text);
  const block = kindOf(word);
  return block?.word === 'data' && strip(text).length === word.length ? undefined : block;
}

/** Reads one line of the table language, as the server's parser does. */
export function readLine(text: string, id: number = newLineId()): Line {
  // Most lines of a large document are rows.
  if (text[0] === '|') return readRow(text, id);
  const block = headerOf(text);
  if (block) {
    const ended = stripEnd(text);
    const name = strip(ended.slice(firstWord(ended).length));
    return { id, text, kind: 'header', block, name, nameFrom: ended.length - name.length, nameTo: ended.length };
  }
  const bare = strip(text);
  if (bare === '') return { id, text, kind: 'blank' };
  // What version control writes round lines that two people changed.
  if (/^(<{7} |={7}$|>{7} )/.test(text)) return { id, text, kind: 'unreadable' };
  switch (bare[0]) {
    case '|':
      return readRow(text, id);
    case '>':
      return { id, text, kind: 'note', note: bare.slice(bare.startsWith('> ') ? 2 : 1) };
    case '#':
      return { id, text, kind: 'comment' };
  }
  const section = sectionOf(bare);
  if (section) return { id, text, kind: 'section', section };
  const colon = bare.indexOf(':');
  const word = colon > 0 ? strip(bare.slice(0, colon)) : '';
  if (colon > 0 && word.split(/[ \t]+/).length <= MOST_PROPERTY_WORDS) {
    const value = strip(bare.slice(colon + 1));
    const end = text.indexOf(bare) + bare.length;
    return { id, text, kind: 'property', word, value, valueFrom: end - value.length, valueTo: end };
  }
  return { id, text, kind: 'unreadable' };
}

function readRow(text: string, id: number): Row {
  const end = stripEnd(text).length;
  const cells: Cell[] = [];
  let from = text.indexOf('|') + 1;
  let closed = false;
  for (let i = from; i < end; i++) {
    const c = text[i];
    if (c === '\\' && i + 1 < end && (text[i + 1] === '|' || text[i + 1] === '\\')) i++;
    else if (c === '|') {
      cells.push(cellOf(text, from, i));
      from = i + 1;
      closed = from === end;
    }
  }
  if (!closed) cells.push(cellOf(text, from, end));
  return { id, text, kind: 'row', cells, closed, kept: [] };
}

const isBlank = (c: string | undefined) => c === ' ' || c === '\t';

function cellOf(text: string, from: number, to: number): Cell {
  let start = from;
  let end = to;
  while (start < end && isBlank(text[start])) start++;
  while (end > start && isBlank(text[end - 1])) end--;
  if (start === end) {
    start = Math.min(from + 1, to);
    end = start;
  }
  return { source: text.slice(start, end), from, to, start, end };
}

/** How many cells a row has without empty ones at its end. */
export function widthOf(cells: readonly { source: string }[]): number {
  let width = cells.length;
  while (width > 0 && cells[width - 1]?.source === '') width--;
  return width;
}
