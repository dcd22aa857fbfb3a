import type { ChangeSet, EditorState, Text } from '@codemirror/state';
import { diffArrays } from 'diff';
import type { Change } from './lineChanges';
import { type Notice, newNotice, type Repair } from './merge';
import { endOf, fieldsOf, placeOf, type Records, readRecords } from './records';
import { structure } from './structure';

/** Two changes of one file of rows, which both start from `server`. */
export interface RecordClash {
  server: Text;
  path: string;
  own: ChangeSet;
  /** The state that the own change led to. */
  mine: EditorState;
  received: ChangeSet;
  /** The text with both. */
  after: Text;
  who: string;
}

/**
 * Two people's values of one field merge letter by letter, which is neither's. So where both touched one record, all
 * records are merged again field by field: the later to arrive stands, which is the pending one, and the other is told;
 * what was written into a record that somebody took out goes with it.
 */
export function repairRecords({ server, path, own, mine, received, after, who }: RecordClash): Repair {
  const base = readRecords(server, path);
  if (!touchOneRecord(base, own, received)) return { changes: [], notices: [] };
  const now = readRecords(mine.doc, path);
  const others = readRecords(received.apply(server), path);
  const lineOf = (row: number) => structure(mine).lines[mine.doc.lineAt(now.starts[row] ?? 0).number - 1]?.id ?? -1;
  const merge = new RecordMerge(base, sideOf(base, own, now), sideOf(base, received, others), lineOf, who);
  const wanted = merge.merged();
  return { changes: changesTo(readRecords(after, path), wanted), notices: merge.notices };
}

/** Whether some record is touched by both; one that goes is touched as a whole. */
function touchOneRecord({ starts, text }: Records, own: ChangeSet, received: ChangeSet): boolean {
  return starts.some((start, row) => {
    const end = starts[row + 1] ?? text.length;
    return own.touchesRange(start, end) !== false && received.touchesRange(start, end) !== false;
  });
}

/** A record as one side has it: what it says, and its place there. */
interface SideRecord {
  values: readonly string[];
  source: string;
  row: number;
}

/** What one side made of the records: each, or null for one that is gone, and what came in behind each. */
interface Side {
  records: (SideRecord | null)[];
  /** Behind record i at i + 1; before the first at 0. */
  inserted: SideRecord[][];
}

function sideOf(base: Records, changes: ChangeSet, now: Records): Side {
  const records: (SideRecord | null)[] = base.starts.map(() => null);
  const owner = new Map<number, number>();
  base.starts.forEach((start, row) => {
    if (isGone(changes, start, base.starts[row + 1] ?? base.text.length)) return;
    const place = placeOf(now, changes.mapPos(start, 1)).row;
    if (!owner.has(place)) owner.set(place, row);
  });
  const inserted: SideRecord[][] = Array.from({ length: base.starts.length + 1 }, () => []);
  let behind = 0;
  now.starts.forEach((_, row) => {
    const of = owner.get(row);
    const record = recordOf(now, row);
    if (of === undefined) inserted[behind]?.push(record);
    else {
      records[of] = record;
      behind = of + 1;
    }
  });
  return { records, inserted };
}

function isGone(changes: ChangeSet, start: number, end: number): boolean {
  let gone = false;
  changes.iterChanges((from, to) => {
    if (from <= start && to >= end && end > start) gone = true;
  });
  return gone;
}

const recordOf = (records: Records, row: number): SideRecord => ({
  values: fieldsOf(records, row).map((field) => field.text),
  source: records.text.slice(records.starts[row], endOf(records, row)),
  row,
});

class RecordMerge {
  readonly notices: Notice[] = [];

  constructor(
    private readonly base: Records,
    private readonly mine: Side,
    private readonly other: Side,
    /** The id of the first line of a record of mine. */
    private readonly lineOf: (row: number) => number,
    private readonly who: string,
  ) {}

  /** The records as they shall be, as they are written. */
  merged(): string[] {
    const lines: string[] = [];
    for (let i = 0; i <= this.base.starts.length; i++) {
      const record = i > 0 ? this.recordAt(i - 1) : null;
      if (record !== null) lines.push(record);
      const both = [...(this.other.inserted[i] ?? []), ...(this.mine.inserted[i] ?? [])];
      lines.push(...both.map(({ source }) => source));
    }
    return lines;
  }

  private recordAt(i: number): string | null {
    const [mine, other] = [this.mine.records[i], this.other.records[i]];
    const base = recordOf(this.base, i);
    if (mine && other) return this.fields(base, mine, other);
    const left = mine ?? other;
    const lost = (left?.values ?? []).filter((value, c) => value !== '' && value !== base.values[c]);
    for (const text of lost) this.notices.push(newNotice({ who: this.who, text, cell: null, own: left === mine }));
    return null;
  }

  private fields(base: SideRecord, mine: SideRecord, other: SideRecord): string {
    if (mine.source === base.source || mine.source === other.source) return other.source;
    if (other.source === base.source) return mine.source;
    const [was, own, others] = [base, mine, other].map(({ source }) => sourcesOf(source, this.base.separator));
    const count = Math.max(own?.length ?? 0, others?.length ?? 0);
    const merged = Array.from({ length: count }, (_, column) => {
      const [b, m, o] = [was?.[column] ?? '', own?.[column] ?? '', others?.[column] ?? ''];
      if (m === b) return o;
      if (o !== b && o !== m) this.tellOther(mine, column, other.values[column] ?? '');
      return m;
    });
    return merged.join(this.base.separator);
  }

  private tellOther({ row }: SideRecord, column: number, text: string) {
    if (text === '') return;
    this.notices.push(newNotice({ who: this.who, text, cell: { row: this.lineOf(row), column }, own: false }));
  }
}

/** The fields of one record as they are written. */
function sourcesOf(source: string, separator: string): string[] {
  const records: Records = { text: source, separator, starts: [0], fields: new Map() };
  return fieldsOf(records, 0).map(({ from, to }) => source.slice(from, to));
}

/** What makes records into others, each that stays left alone. */
function changesTo(now: Records, wanted: readonly string[]): Change[] {
  const sources = now.starts.map((_, row) => recordOf(now, row).source);
  const changes: Change[] = [];
  let row = 0;
  let next = 0;
  for (const { removed, added, count } of diffArrays(sources, [...wanted])) {
    const at = now.starts[row] ?? now.text.length;
    if (removed) {
      changes.push({ from: at, to: now.starts[row + count] ?? now.text.length, insert: '' });
      row += count;
    } else if (added) {
      const insert = wanted.slice(next, next + count).map((line) => `${line}\n`);
      changes.push({ from: at, to: at, insert: insert.join('') });
      next += count;
    } else {
      row += count;
      next += count;
    }
  }
  return changes;
}
