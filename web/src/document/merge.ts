import type { Update } from '@codemirror/collab';
import { type ChangeDesc, ChangeSet, type EditorState, MapMode, type Text, type Transaction } from '@codemirror/state';
import { lanesOf, MARKS } from './edits';
import { type Change, lineChanges, said } from './lineChanges';
import { type Line, type Row, readLine } from './lines';
import { cellsOf, laidOut } from './mergeRows';
import { readText } from './readStructure';
import { type Structure, structure } from './structure';

/** Something that did not stand where two people changed one row. */
export interface Notice {
  id: number;
  /** Who the other one is. */
  who: string;
  text: string;
  /** Where it can be put in: a cell of the row; nothing where the row is gone. */
  cell: { row: number; column: number } | null;
  /** Whether it is one's own text that did not stand. */
  own: boolean;
  /** Whether it is what undo would have set back, had the other one not changed it since. */
  undo?: boolean;
}

/** What sets a table right that two people changed at once. */
export interface Repair {
  changes: Change[];
  notices: Notice[];
}

let notices = 0;

export const newNotice = (notice: Omit<Notice, 'id'>): Notice => ({ id: ++notices, ...notice });

/** What undo did not take back, in words. */
export const leftAlone = (text: string): Notice => newNotice({ who: '', text, cell: null, own: true, undo: true });

/**
 * Edits of two people merge letter by letter, which can leave rows that are none. So the blocks in which pending sheet
 * edits and received ones touched the same line are merged again, row by row and cell by cell: in one cell the later to
 * arrive stands, which is the pending one; a row that one of them removed is gone; one that was moved keeps the edit.
 * What did not stand is told.
 *
 * @param server the text that both start from
 * @param before the state with the pending edits, before the others came in
 * @param after the same with them
 * @param pending the updates that are not confirmed, from `server` to `before`
 * @param received what others did, from `server` on
 * @param who did that
 */
export function repair(
  server: Text,
  before: EditorState,
  after: EditorState,
  pending: readonly (Update & { origin?: Transaction })[],
  received: ChangeSet,
  who: string,
): Repair {
  const found: Repair = { changes: [], notices: [] };
  // What is written as text is merged as text.
  if (!pending.some((update) => isOfSheet(update.origin))) return found;
  const own = composed(server, pending);
  const toNow = own.compose(received.map(own));
  return mergeClashes({ base: server, own, mine: before, received, toNow, after: after.doc, who, undo: false });
}

/** Updates of a text as one change. */
export const composed = (base: Text, updates: readonly Update[]): ChangeSet =>
  updates.map(({ changes }) => changes).reduce((all, next) => all.compose(next), ChangeSet.empty(base.length));

/**
 * What sets a step of undo or redo right where others changed the same rows since: there only cells are set back that
 * still hold what the edit wrote; a row that it would take out stays where it was changed. What was left is told.
 *
 * @param base the text right after the edit
 * @param inverse what takes it back there
 * @param others what was done since, from `base` to `now`
 * @param step the text that the history makes of it
 */
export function repairUndo(undo: {
  base: Text;
  inverse: ChangeSet;
  others: ChangeSet;
  now: EditorState;
  step: Text;
  who: string;
}): Repair {
  const { base, inverse, others, now, step, who } = undo;
  const back = inverse.map(others);
  const carried = back.apply(now.doc);
  const { changes, notices } = mergeClashes({
    base,
    own: others,
    mine: now,
    received: inverse,
    toNow: others.compose(back),
    after: carried,
    who,
    undo: true,
  });
  const wanted = ChangeSet.of(changes, carried.length).apply(carried);
  return { changes: lineChanges(step, 0, step.length, wanted.toJSON(), true), notices };
}

/** Two changes of one text, of which the own one stands where both change one cell. */
interface Clash {
  base: Text;
  own: ChangeSet;
  /** The state that the own change led to. */
  mine: EditorState;
  received: ChangeSet;
  /** What leads from `base` to the text that is set right. */
  toNow: ChangeSet;
  after: Text;
  who: string;
  undo: boolean;
}

function mergeClashes({ base: text, own, mine: before, received, toNow, after, who, undo }: Clash): Repair {
  const found: Repair = { changes: [], notices: [] };
  const clashes = clashingLines(text, own, received);
  if (clashes.length === 0) return found;
  const base = readText(text);
  const theirs = received.apply(text);
  for (const region of regionsOf(base, clashes)) {
    const start = text.line(region.from + 1).from;
    const end = region.to < text.lines ? text.line(region.to + 1).from : text.length;
    const mine = sideOf(base, region, own, before.doc, structure(before));
    const other = sideOf(base, region, received, theirs, null);
    const lines = new RegionMerge(base.lines.slice(region.from, region.to), mine, other, who, undo).merge(
      found.notices,
    );
    // Of a block that is gone, what comes in at its place was meant for it.
    const isGone = own.mapPos(start, 1) >= own.mapPos(end, 1);
    const from = toNow.mapPos(start, isGone ? -1 : 1);
    const to = Math.max(from, toNow.mapPos(end, 1));
    found.changes.push(...lineChanges(after, from, to, lines, region.to >= text.lines));
  }
  return found;
}

const isOfSheet = (made: Transaction | undefined) =>
  made !== undefined && ['sheet', 'undo', 'redo'].some((event) => made.isUserEvent(event));

/** Lines of the text that both start from, counted from 0. */
interface Region {
  from: number;
  to: number;
}

/** The lines that both changes touch, counted from 0. */
function clashingLines(doc: Text, own: ChangeSet, received: ChangeSet): number[] {
  const others = touchedLines(doc, received);
  return [...touchedLines(doc, own)].filter((line) => others.has(line));
}

function touchedLines(doc: Text, changes: ChangeSet): Set<number> {
  const lines = new Set<number>();
  changes.iterChanges((from, to) => {
    for (let n = doc.lineAt(from).number; n <= doc.lineAt(to).number; n++) lines.add(n - 1);
  }, true);
  return lines;
}

/** The blocks that have such lines, each with the blank lines behind it, where rows may come to stand. */
function regionsOf(base: Structure, clashes: readonly number[]): Region[] {
  return base.blocks.flatMap((_, place) => {
    const from = base.starts[place] as number;
    const to = base.starts[place + 1] ?? base.lines.length;
    return clashes.some((line) => line >= from && line < to) ? [{ from, to }] : [];
  });
}

/** A line that one side put in; one that was moved is a line of the base. */
interface Inserted {
  line: Line;
  movedFrom: number | null;
}

/** What one side made of a region: each of its lines, or null for one that is gone, and what came in behind each. */
interface Side {
  lines: (Line | null)[];
  /** Behind line i at i + 1; before the first at 0. */
  inserted: Inserted[][];
}

function sideOf(base: Structure, region: Region, changes: ChangeDesc, doc: Text, read: Structure | null): Side {
  const count = region.to - region.from;
  const side: Side = { lines: new Array(count).fill(null), inserted: Array.from({ length: count + 1 }, () => []) };
  const offsets = lineOffsets(base);
  const start = changes.mapPos(offsets[region.from] as number, 1);
  const end = Math.max(start, changes.mapPos(offsets[region.to] as number, 1));
  const places = new Map<number, number>();
  for (let i = 0; i < count; i++) {
    const place = changes.mapPos(offsets[region.from + i] as number, 1, MapMode.TrackAfter);
    if (place !== null && doc.lineAt(place).from === place) places.set(doc.lineAt(place).number, i);
  }
  let behind = 0;
  const atEnd = region.to >= base.lines.length;
  const before = !atEnd && end > start && doc.lineAt(end).from === end;
  const last = doc.lineAt(end).number - (before ? 1 : 0);
  for (let number = doc.lineAt(start).number; number <= last; number++) {
    const line = read?.lines[number - 1] ?? readLine(doc.line(number).text);
    const i = places.get(number);
    if (i === undefined) side.inserted[behind]?.push({ line, movedFrom: null });
    else {
      side.lines[i] = line;
      behind = i + 1;
    }
  }
  findMoved(base.lines.slice(region.from, region.to), side);
  return side;
}

/** Where each line of a structure begins, and where the text ends. */
function lineOffsets({ lines }: Structure): number[] {
  const offsets = [0];
  for (const line of lines) offsets.push((offsets.at(-1) as number) + line.text.length + 1);
  offsets[lines.length] = Math.max(0, (offsets[lines.length] as number) - 1);
  return offsets;
}

/** A row that went out at one place and came in at another, saying the same, was moved. */
function findMoved(base: readonly Line[], side: Side) {
  for (const each of side.inserted.flat()) {
    if (each.line.kind !== 'row') continue;
    const taken = new Set(side.inserted.flat().map((other) => other.movedFrom));
    const from = base.findIndex(
      (line, i) => side.lines[i] === null && !taken.has(i) && line.kind === 'row' && said(line) === said(each.line),
    );
    if (from >= 0) each.movedFrom = from;
  }
}

class RegionMerge {
  private readonly notices: Notice[] = [];

  constructor(
    private readonly base: readonly Line[],
    private readonly mine: Side,
    private readonly other: Side,
    private readonly who: string,
    private readonly undo: boolean,
  ) {}

  merge(told: Notice[]): string[] {
    const lines: string[][] = [];
    for (let i = 0; i <= this.base.length; i++) {
      if (i > 0) this.put(lines, this.lineAt(i - 1));
      for (const each of this.other.inserted[i] ?? []) this.put(lines, this.insertedByOther(each));
      for (const each of this.mine.inserted[i] ?? []) this.put(lines, this.insertedByMe(each));
    }
    told.push(...this.notices);
    return laidOut(lines);
  }

  private put(lines: string[][], cells: string[] | null) {
    if (cells) lines.push(cells);
  }

  /** A line where it stood; nothing where it is gone or stands elsewhere now. */
  private lineAt(i: number): string[] | null {
    const mine = this.mine.lines[i];
    const other = this.other.lines[i];
    if (mine && other) return this.merged(i, mine, other);
    if (mine && !this.movedBy(this.other, i)) {
      this.tellLost(i, mine, true);
      if (this.undo && said(mine) !== said(this.base[i] as Line)) return cellsOf(mine);
    }
    if (other && !this.movedBy(this.mine, i)) this.tellLost(i, other, false);
    return null;
  }

  private movedBy(side: Side, i: number): boolean {
    return side.inserted.some((list) => list.some((each) => each.movedFrom === i));
  }

  private insertedByOther({ line, movedFrom }: Inserted): string[] | null {
    if (movedFrom === null) return cellsOf(line);
    const mine = this.mine.lines[movedFrom];
    if (mine) return this.merged(movedFrom, mine, line);
    return this.movedBy(this.mine, movedFrom) ? cellsOf(line) : null;
  }

  private insertedByMe({ line, movedFrom }: Inserted): string[] | null {
    if (movedFrom === null) return cellsOf(line);
    const other = this.other.lines[movedFrom];
    // One that both moved stands where the other one put it.
    return other ? this.merged(movedFrom, line, other) : null;
  }

  /** A line that is in both: of a row each cell that only one of them changed, and mine where both did. */
  private merged(i: number, mine: Line, other: Line): string[] {
    const base = this.base[i] as Line;
    if (mine.kind !== 'row' || other.kind !== 'row' || base.kind !== 'row') {
      return cellsOf(said(mine) === said(base) ? other : mine);
    }
    const [b, m, o] = [lanesOf(base.cells), lanesOf(mine.cells), lanesOf(other.cells)];
    const pick = (column: number, was: string, own: string, others: string): string => {
      if (own === was) return others;
      if (others !== was && others !== own) this.tellOther(mine, column, others);
      return own;
    };
    const keyword = pick(0, b.keyword, m.keyword, o.keyword);
    const count = Math.max(m.arguments.length, o.arguments.length);
    const args = Array.from({ length: count }, (_, c) =>
      pick(c + 1, b.arguments[c] ?? '', m.arguments[c] ?? '', o.arguments[c] ?? ''),
    );
    const marks = pick(MARKS, b.marks.join(' | '), m.marks.join(' | '), o.marks.join(' | '));
    return [keyword, ...args, ...(marks === '' ? [] : marks.split(' | '))];
  }

  private tellOther(row: Row, column: number, text: string) {
    if (text === '' && !this.undo) return;
    this.tell(text, { row: row.id, column }, false);
  }

  /** What was changed in a row that the other side took away. */
  private tellLost(i: number, line: Line, own: boolean) {
    const base = this.base[i] as Line;
    if (line.kind !== 'row' || base.kind !== 'row') return;
    line.cells.forEach(({ source }, c) => {
      if (source === '' || source === (base.cells[c]?.source ?? '')) return;
      this.tell(source, null, own);
    });
  }

  private tell(text: string, cell: Notice['cell'], own: boolean) {
    this.notices.push(newNotice({ who: this.who, text, cell, own, undo: this.undo }));
  }
}
