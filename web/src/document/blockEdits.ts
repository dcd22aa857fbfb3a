import { isolateHistory } from '@codemirror/commands';
import { ChangeSet, type ChangeSpec, type EditorState, StateEffect, type TransactionSpec } from '@codemirror/state';
import { typedCell } from './cells';
import { canonicalCells, columnWidths, groupAround, layOut, printRow } from './layout';
import { type Block, findBlock, movedLines, type Section, structure } from './structure';
import { nameKey, type SectionWord } from './words';

/** Edits of blocks: names, notes, properties; blocks and sections added, copied, moved, removed; columns. */

/** One step of undo; the selection goes to a line of the text as it was. */
function edit(state: EditorState, changes: ChangeSpec, line: number): TransactionSpec {
  const set = state.changes(changes);
  return {
    changes: set,
    annotations: isolateHistory.of('full'),
    userEvent: 'sheet',
    selection: { anchor: set.mapPos(lineStart(state, line), -1) },
  };
}

/** An edit of the state as it is then; null is none. */
export type Edit = (state: EditorState) => TransactionSpec | null;

/** Several edits, each of the state that those before it make, as one step of undo. */
export function together(state: EditorState, edits: readonly Edit[]): TransactionSpec | null {
  let now = state;
  let changes = ChangeSet.empty(state.doc.length);
  let effects: readonly StateEffect<unknown>[] = [];
  for (const make of edits) {
    const spec = make(now);
    if (!spec) continue;
    const done = now.update(spec);
    changes = changes.compose(done.changes);
    effects = [...StateEffect.mapEffects(effects, done.changes), ...done.effects];
    now = done.state;
  }
  if (changes.empty) return null;
  return { changes, effects, annotations: isolateHistory.of('full'), userEvent: 'sheet', selection: now.selection };
}

const lineStart = (state: EditorState, line: number) =>
  line < state.doc.lines ? state.doc.line(line + 1).from : state.doc.length;

/** Takes lines out, with their ends. */
function removeLines(state: EditorState, from: number, to: number): ChangeSpec {
  const start = lineStart(state, from);
  if (to < state.doc.lines) return { from: start, to: lineStart(state, to) };
  return { from: Math.max(0, start - 1), to: state.doc.length };
}

/** Puts whole lines in before a line. */
function insertAt(state: EditorState, line: number, text: string): ChangeSpec {
  if (line < state.doc.lines) return { from: lineStart(state, line), insert: `${text}\n` };
  const ended = state.doc.length === 0 || state.doc.line(state.doc.lines).text === '';
  return { from: state.doc.length, insert: ended ? `${text}\n` : `\n${text}\n` };
}

const oneLine = (text: string) => text.replace(/\s*[\n\r]\s*/g, ' ').trim();

/** What a name cannot have: it would end the line, or hide what is written. */
const HIDDEN = /[\p{Cc}\u200e\u200f\u202a-\u202e\u2066-\u2069]/gu;

/** Gives a block another name. */
export function setName(state: EditorState, id: number, name: string): TransactionSpec | null {
  const found = findBlock(structure(state), id);
  if (!found) return null;
  const header = found.block.lines[found.block.header];
  const wanted = oneLine(name).replace(HIDDEN, '');
  if (header?.kind !== 'header' || header.name === wanted) return null;
  const { from } = state.doc.line(found.start + found.block.header + 1);
  const insert = header.name === '' && wanted !== '' ? ` ${wanted}` : wanted;
  const change = { from: from + header.nameFrom, to: from + header.nameTo, insert };
  return edit(state, change, found.start + found.block.header);
}

/** Gives a block other notes; none takes their lines out. */
export function setNote(state: EditorState, id: number, note: string): TransactionSpec | null {
  const found = findBlock(structure(state), id);
  if (!found || found.block.note === note.trim()) return null;
  const { block, start } = found;
  const lines = note.trim() === '' ? [] : note.trim().split('\n');
  const changes: ChangeSpec[] = [];
  for (let index = block.header + 1; index < block.lines.length; index++) {
    const line = block.lines[index];
    if (line?.kind === 'section' || line?.kind === 'row') break;
    if (line?.kind === 'note') changes.push(removeLines(state, start + index, start + index + 1));
  }
  if (lines.length > 0) {
    const text = lines.map((line) => (line.trim() === '' ? '>' : `> ${line.trimEnd()}`)).join('\n');
    changes.push(insertAt(state, start + block.header + 1, text));
  }
  return edit(state, changes, start + block.header);
}

/** Gives a property of a block another value; an empty one takes it away. `place` tells repeated ones apart. */
export function setProperty(
  state: EditorState,
  id: number,
  word: string,
  value: string,
  place = 0,
): TransactionSpec | null {
  const found = findBlock(structure(state), id);
  if (!found) return null;
  const { block, start } = found;
  const known = block.properties.filter(({ property }) => nameKey(property.word) === nameKey(word))[place];
  const wanted = oneLine(value);
  const head = start + block.header;
  if (known) {
    if (known.property.value === wanted) return null;
    const line = start + known.index;
    if (wanted === '') return edit(state, removeLines(state, line, line + 1), head);
    const { from } = state.doc.line(line + 1);
    const { valueFrom, valueTo, value: old } = known.property;
    const insert = old === '' ? ` ${wanted}` : wanted;
    return edit(state, { from: from + valueFrom, to: from + valueTo, insert }, head);
  }
  if (wanted === '') return null;
  let end = block.header + 1;
  while (block.lines[end]?.kind === 'note' || block.lines[end]?.kind === 'property') end++;
  return edit(state, insertAt(state, start + end, `${word}: ${wanted}`), head);
}

/** The text that a new block of a kind begins with. */
export function newBlockText(kind: string, name: string): string {
  switch (kind) {
    case 'case':
    case 'keyword':
      return `${kind} ${name}\nsteps\n|  |`;
    case 'page':
      return `page ${name}\nelements\n| element | by | locator | note |\n|         |    |         |      |`;
    case 'data':
      return `data ${name}\nrows\n| name |\n|      |`;
    case 'environment':
      return `environment ${name}\nvalues\n| name | value |\n|      |       |`;
    case 'fixture':
      return `fixture ${name}\nset-up\n|  |`;
    case 'hook':
      return `hook ${name}\nsteps\n|  |`;
    case 'browser':
      return `browser ${name}\nkind: chrome\nwindow: 1280 x 800`;
    default:
      return `${kind} ${name}`;
  }
}

/** A name that no block of this kind has in the document: the wished one, or with a number behind it. */
export function freeName(state: EditorState, kind: string, wish: string): string {
  const taken = new Set(
    structure(state)
      .blocks.filter((block) => block.kind.word === kind)
      .map((block) => nameKey(block.name)),
  );
  if (!taken.has(nameKey(wish))) return wish;
  let number = 2;
  while (taken.has(nameKey(`${wish} ${number}`))) number++;
  return `${wish} ${number}`;
}

/** Adds a block behind another one, or at the document's end. Its header is at `line` afterwards. */
export function addBlock(
  state: EditorState,
  text: string,
  behind: number | null,
): { spec: TransactionSpec; line: number } {
  const { blocks, starts } = structure(state);
  const place = behind === null ? blocks.length - 1 : blocks.findIndex((block) => block.id === behind);
  const block = blocks[place];
  if (!block) {
    const change = { from: 0, insert: `${text}\n${state.doc.length > 0 ? '\n' : ''}` };
    return { spec: edit(state, change, 0), line: 0 };
  }
  const end = (starts[place] as number) + block.lines.length;
  const changes = insertAt(state, end, `\n${text}`);
  return { spec: edit(state, changes, end), line: end + 1 };
}

/** Copies a block behind itself, under a name of its own. */
export function copyBlock(state: EditorState, id: number): { spec: TransactionSpec; line: number } | null {
  const found = findBlock(structure(state), id);
  if (!found) return null;
  const { block } = found;
  const header = block.lines[block.header];
  if (header?.kind !== 'header') return null;
  const name = freeName(state, block.kind.word, block.name);
  const lines = block.lines.map((line) =>
    line === header ? `${header.text.slice(0, header.nameFrom)}${header.name === '' ? ' ' : ''}${name}` : line.text,
  );
  return addBlock(state, lines.slice(block.header).join('\n'), id);
}

/** The lines of a block with the blank ones behind it. */
function extent(state: EditorState, place: number): { from: number; to: number } {
  const { starts } = structure(state);
  const lines = state.doc.length === 0 ? 0 : state.doc.lines;
  return { from: starts[place] as number, to: starts[place + 1] ?? lines };
}

/** Takes a block out, with the blank lines behind it. */
export function removeBlock(state: EditorState, id: number): TransactionSpec | null {
  const found = findBlock(structure(state), id);
  if (!found) return null;
  const { from, to } = extent(state, found.place);
  const last = to >= state.doc.lines || lineStart(state, to) >= state.doc.length;
  if (!last) return edit(state, removeLines(state, from, to), from);
  // The last one takes the blank lines above it along; the text still ends with a line break.
  let first = from;
  while (first > 0 && state.doc.line(first).text.trim() === '') first--;
  const start = lineStart(state, first);
  return edit(state, { from: start, to: state.doc.length }, Math.max(0, first - 1));
}

/** Moves a block by one place among those of the document. */
export function shiftBlock(state: EditorState, id: number, by: -1 | 1): TransactionSpec | null {
  const { blocks } = structure(state);
  const other = blocks[blocks.findIndex((block) => block.id === id) + by];
  return other ? moveBlock(state, id, other.id) : null;
}

/** Moves a block to the place of another one; cases stay behind their suite. */
export function moveBlock(state: EditorState, id: number, to: number): TransactionSpec | null {
  const { blocks, starts } = structure(state);
  const [own, other] = [id, to].map((each) => blocks.findIndex((block) => block.id === each)) as [number, number];
  const block = blocks[own];
  const target = blocks[other];
  if (!block || !target || own === other || blocks[Math.min(own, other)]?.kind.word === 'suite') return null;
  const lines = block.lines.map((line) => line.text);
  const from = starts[own] as number;
  const end = from + lines.length;
  const place = starts[other] as number;
  // The blank lines between the block and the one that it leaves go along.
  const up = other < own;
  const gap = up ? from - endOf(blocks, starts, own - 1) : (starts[own + 1] as number) - end;
  const blanks = '\n'.repeat(Math.max(1, gap));
  const behind = up ? 0 : state.doc.line(place + target.lines.length).to;
  const changes: ChangeSpec[] = up
    ? [insertAt(state, place, lines.join('\n') + blanks), removeLinesWithGap(state, from - gap, end)]
    : [removeLines(state, from, end + gap), { from: behind, insert: `\n${blanks}${lines.join('\n')}` }];
  const set = state.changes(changes);
  let at = up ? lineStart(state, place) : set.mapPos(behind, -1) + blanks.length + 1;
  const ats = block.lines.map((line) => {
    const moved = { id: line.id, at };
    at += line.text.length + 1;
    return moved;
  });
  return { ...edit(state, changes, place), effects: movedLines.of(ats) };
}

const endOf = (blocks: readonly Block[], starts: readonly number[], place: number) =>
  (starts[place] ?? 0) + (blocks[place]?.lines.length ?? 0);

/** Takes lines out between two others, so that the line break before them goes, too. */
function removeLinesWithGap(state: EditorState, from: number, to: number): ChangeSpec {
  const end = state.doc.line(to).to;
  return { from: state.doc.line(from).to, to: end };
}

/** The row of column names that a section begins with. */
const HEADS: Partial<Record<SectionWord, string[]>> = {
  values: ['name', 'value'],
  data: ['name'],
  takes: ['name', 'kind', 'default', 'note'],
  gives: ['name', 'kind', 'note'],
  elements: ['element', 'by', 'locator', 'note'],
  rows: ['name'],
};

/** Adds a section with its column names and one empty row, where sections of this kind stand in their order. */
export function addSection(
  state: EditorState,
  id: number,
  word: SectionWord,
): { spec: TransactionSpec; line: number } | null {
  const found = findBlock(structure(state), id);
  if (!found?.block.kind.sections.includes(word)) return null;
  const { block, start } = found;
  const order = block.kind.sections;
  const next = block.sections.find((section) => order.indexOf(section.word) > order.indexOf(word));
  const at = next ? (next.at ?? next.rows[0]?.index ?? block.lines.length) : block.lines.length;
  const heads = HEADS[word];
  const rows = heads ? [heads, heads.map(() => '')] : [['']];
  const text = [word, ...rows.map((row) => printRow(row, columnWidths(rows)))].join('\n');
  const changes: ChangeSpec[] = [insertAt(state, start + at, text)];
  // Rows that stood without their word would belong to the new section.
  if (next && next.at === null) changes.push(insertAt(state, start + at, next.word));
  const line = start + at + (heads ? 2 : 1);
  return { spec: edit(state, changes, start + at), line };
}

/** Takes a section out, with its word and everything under it. */
export function removeSection(state: EditorState, id: number, section: Section): TransactionSpec | null {
  const found = findBlock(structure(state), id);
  if (!found?.block.sections.includes(section)) return null;
  const from = found.start + (section.at ?? section.rows[0]?.index ?? section.end);
  return edit(state, removeLines(state, from, found.start + section.end), found.start + found.block.header);
}

/** Changes the cells of all rows of a section alike. */
function withCells(
  state: EditorState,
  block: Block,
  start: number,
  section: Section,
  change: (cells: readonly string[], head: boolean) => string[],
): TransactionSpec | null {
  const first = section.rows[0];
  if (!first) return null;
  const wanted = new Map(
    section.rows.map(({ row, index }, place) => [index, change(canonicalCells(row), place === 0)]),
  );
  const changes: ChangeSpec[] = [];
  const done = new Set<number>();
  for (const { index } of section.rows) {
    if (done.has(index)) continue;
    const group = groupAround(block, index);
    for (const each of group) done.add(each);
    changes.push(...layOut(state.doc, { lines: block.lines, start, rows: group, cells: wanted }).changes);
  }
  if (changes.length === 0) return null;
  return edit(state, changes, start + first.index);
}

/** Adds a column with a name before a place; all rows get an empty cell there. */
export function addColumn(
  state: EditorState,
  id: number,
  section: Section,
  before: number,
  name: string,
): TransactionSpec | null {
  const found = findBlock(structure(state), id);
  if (!found) return null;
  return withCells(state, found.block, found.start, section, (cells, head) => {
    const padded = [...cells, ...new Array(Math.max(0, before - cells.length)).fill('')];
    return [...padded.slice(0, before), head ? typedCell(name) : '', ...padded.slice(before)];
  });
}

/** Takes a column out of all rows. */
export function removeColumn(state: EditorState, id: number, section: Section, column: number): TransactionSpec | null {
  const found = findBlock(structure(state), id);
  if (!found) return null;
  return withCells(state, found.block, found.start, section, (cells) => cells.filter((_, c) => c !== column));
}

/** Moves a column by one place. */
export function shiftColumn(
  state: EditorState,
  id: number,
  section: Section,
  column: number,
  by: -1 | 1,
): TransactionSpec | null {
  const found = findBlock(structure(state), id);
  const target = column + by;
  if (!found || target < 0) return null;
  return withCells(state, found.block, found.start, section, (cells) => {
    const width = Math.max(cells.length, column + 1, target + 1);
    const next = [...cells, ...new Array(width - cells.length).fill('')];
    [next[column], next[target]] = [next[target] as string, next[column] as string];
    return next;
  });
}
