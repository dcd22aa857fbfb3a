import { commonEnds } from '@/parts/commonEnds';
import { type Item, isStop, type Stop } from './items';

/** The lines of a sheet: all of them, and those that the cursor stops at. Never changed; the next ones share much. */
export interface SheetLines {
  items: readonly Item[];
  stops: readonly Stop[];
  /** The number of each line among the stops, from 1; 0 where the cursor does not stop. */
  ranks: Int32Array;
  /** The same object as long as the sheet has the same lines, whatever stands in them. */
  keys: readonly string[];
  /** The items block by block. */
  parts: readonly (readonly Item[])[];
}

export const NO_LINES: SheetLines = { items: [], stops: [], ranks: new Int32Array(0), keys: [], parts: [] };

/** Puts the items of all blocks together; what stands before and behind the blocks that changed stays as it was. */
export function sheetLines(parts: readonly (readonly Item[])[], before: SheetLines): SheetLines {
  const { above, below } = commonEnds(parts, before.parts);
  if (above === parts.length && above === before.parts.length) return before;
  const made = parts.slice(above, parts.length - below).flat();
  const from = lengthOf(before.parts.slice(0, above));
  const to = lengthOf(before.parts.slice(0, before.parts.length - below));
  return { ...spliced(before, from, to, made), parts };
}

const lengthOf = (parts: readonly (readonly Item[])[]) => parts.reduce((sum, part) => sum + part.length, 0);

/** Items instead of those between two places. */
function spliced(before: SheetLines, from: number, to: number, made: readonly Item[]): Omit<SheetLines, 'parts'> {
  const { items, keys, ranks } = before;
  const stops = made.filter(isStop);
  const sameKeys = made.length === to - from && made.every((item, i) => item.key === keys[from + i]);
  const firstStop = stopsBefore(ranks, from);
  return {
    items: replaced(items, from, to, made),
    stops: replaced(before.stops, firstStop, stopsBefore(ranks, to), stops),
    // A line's kind is part of its key.
    keys: sameKeys
      ? keys
      : replaced(
          keys,
          from,
          to,
          made.map(({ key }) => key),
        ),
    ranks: sameKeys ? ranks : ranksWith(ranks, from, to, made, firstStop),
  };
}

/** A list with others in the place of some of it; most often as many, for which no more than one copy is made. */
function replaced<T>(before: readonly T[], from: number, to: number, made: readonly T[]): T[] {
  if (made.length !== to - from) return before.slice(0, from).concat(made, before.slice(to));
  const copy = before.slice();
  made.forEach((each, i) => {
    copy[from + i] = each;
  });
  return copy;
}

/** How many stops there are above a line. */
function stopsBefore(ranks: Int32Array, line: number): number {
  for (let i = line - 1; i >= 0; i--) if (ranks[i] !== 0) return ranks[i] as number;
  return 0;
}

function ranksWith(before: Int32Array, from: number, to: number, made: readonly Item[], stops: number): Int32Array {
  const ranks = new Int32Array(before.length - (to - from) + made.length);
  ranks.set(before.subarray(0, from));
  let rank = stops;
  made.forEach((item, i) => {
    if (isStop(item)) ranks[from + i] = ++rank;
  });
  const behind = from + made.length;
  ranks.set(before.subarray(to), behind);
  const by = rank - stopsBefore(before, to);
  for (let i = behind; by !== 0 && i < ranks.length; i++) if (ranks[i] !== 0) ranks[i] = (ranks[i] as number) + by;
  return ranks;
}

/** Where a line or stop with a key is, looked for outwards from a place that is mostly near; -1 where there is none. */
export function indexOfKey(of: readonly { key: string }[], key: string | undefined, near: number): number {
  if (key === undefined) return -1;
  let up = Math.min(Math.max(0, near), of.length - 1);
  let down = up + 1;
  for (; up >= 0 || down < of.length; up--, down++) {
    if (of[up]?.key === key) return up;
    if (of[down]?.key === key) return down;
  }
  return -1;
}
