/** What is written into cells: escapes, marks, references, widths. */

const ANYWHERE = '|\\<=';
const AT_START = '?*=!>';

const isEscaped = (c: string, atStart: boolean) => ANYWHERE.includes(c) || (atStart && AT_START.includes(c));

/** The place of the `>` that ends the reference opened at `open`, or -1. */
export function referenceEnd(source: string, open: number): number {
  let quoted = false;
  let depth = 0;
  for (let i = open + 1; i < source.length; i++) {
    const c = source[i];
    if (c === "'") quoted = !quoted;
    else if (!quoted && c === '(') depth++;
    else if (!quoted && c === ')') depth = Math.max(0, depth - 1);
    else if (!quoted && c === '>' && depth === 0) return i;
  }
  return -1;
}

/** The same cell with a backslash only where one is needed. */
export function canonical(source: string): string {
  if (!source.includes('\\')) return source;
  let out = '';
  let i = 0;
  while (i < source.length) {
    const c = source[i] ?? '';
    const end = c === '<' ? referenceEnd(source, i) : -1;
    if (end >= 0) {
      out += source.slice(i, end + 1);
      i = end + 1;
      continue;
    }
    const next = source[i + 1] ?? ' ';
    if (c !== '\\' || !isEscaped(next, i === 0)) {
      out += c;
      i++;
      continue;
    }
    out += (isNeeded(source, i, next) ? '\\' : '') + next;
    i += 2;
  }
  return out;
}

function isNeeded(source: string, i: number, next: string): boolean {
  const after = source[i + 2] ?? '\0';
  switch (next) {
    case '|':
    case '<':
      return true;
    case '\\':
      return after === 'n' || isEscaped(after, false) || (i === 0 && isEscaped(after, true));
    case '=':
      return source.indexOf('=') === i + 1;
    default:
      return after === ' ' || after === '\0';
  }
}

/** What a person typed, with pipes and line breaks written so that it stays one cell. */
export function typedCell(text: string): string {
  const source = text
    .trim()
    .replace(/\\[\\|]|\||\n|\r|\t/g, (found) =>
      found === '|' ? '\\|' : found === '\n' ? '\\n' : found === '\r' ? '' : found === '\t' ? ' ' : found,
    );
  return canonical(source);
}

const WIDE: [number, number][] = [
  [0x1100, 0x115f],
  [0x231a, 0x231b],
  [0x2329, 0x232a],
  [0x2e80, 0x303e],
  [0x3041, 0x33ff],
  [0x3400, 0x4dbf],
  [0x4e00, 0x9fff],
  [0xa000, 0xa4cf],
  [0xa960, 0xa97f],
  [0xac00, 0xd7a3],
  [0xf900, 0xfaff],
  [0xfe30, 0xfe6f],
  [0xff00, 0xff60],
  [0xffe0, 0xffe6],
  [0x16fe0, 0x18cff],
  [0x1aff0, 0x1b2ff],
  [0x20000, 0x3fffd],
];

/** How many columns a text takes in a monospaced type, as the server's printer counts them. */
export function displayWidth(text: string): number {
  if (/^[\0-\u02ff]*$/.test(text)) return text.length;
  let width = 0;
  for (const letter of text) width += widthOfLetter(letter);
  return width;
}

function widthOfLetter(letter: string): number {
  const point = letter.codePointAt(0) ?? 0;
  if (point < 0x300) return 1;
  if (/^[\p{Mn}\p{Me}\p{Cf}]$/u.test(letter)) return 0;
  if (/^\p{Emoji_Presentation}$/u.test(letter)) return 2;
  return WIDE.some(([from, to]) => point >= from && point <= to) ? 2 : 1;
}

/** The sign that a mark begins with; empty for an argument. */
export function markSign(source: string): string {
  for (const sign of ['?', '*', '=>', '!']) {
    if (source.startsWith(sign) && (source.length === sign.length || source[sign.length] === ' ')) return sign;
  }
  return '';
}

/** The first cell that is a mark; the number of cells where none is. */
export function marksFrom(cells: readonly { source: string }[]): number {
  const first = cells.findIndex((cell, index) => index > 0 && markSign(cell.source) !== '');
  return first < 0 ? cells.length : first;
}

/** Whether a step's marks switch it off. */
export const isOff = (cells: readonly { source: string }[]) =>
  cells.some((cell, index) => index > 0 && /^! (.*, *)?off *(,|$)/.test(cell.source));

/** A piece of a cell's text; `origin` is undefined for plain text and empty for a reference that nobody looked at yet. */
export interface Piece {
  text: string;
  origin?: string;
}

/** Where references are, as the server told. */
export interface Reference {
  from: number;
  to: number;
  origin: string;
}

/** The references of a text, found without the server. */
export function referencesIn(source: string): Reference[] {
  const found: Reference[] = [];
  for (let i = 0; i < source.length; i++) {
    if (source[i] === '\\') i++;
    else if (source[i] === '<') {
      const end = referenceEnd(source, i);
      if (end > i + 1) {
        found.push({ from: i, to: end + 1, origin: '' });
        i = end;
      }
    }
  }
  return found;
}

/** Divides a text at its references, which lose their brackets. */
export function piecesOf(source: string, references: readonly Reference[]): Piece[] {
  const pieces: Piece[] = [];
  let at = 0;
  for (const { from, to, origin } of references) {
    if (from < at || to > source.length) continue;
    if (from > at) pieces.push({ text: source.slice(at, from) });
    const text = source.slice(from, to);
    pieces.push({ text: text.startsWith('<') && text.endsWith('>') ? text.slice(1, -1).trim() : text, origin });
    at = to;
  }
  if (at < source.length) pieces.push({ text: source.slice(at) });
  return pieces;
}
