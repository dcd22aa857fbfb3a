import type { Store } from './store';

/** What is looked for in the cells of a table, and what shall stand in its place. */
export interface Finding {
  open: boolean;
  text: string;
  by: string;
  matchCase: boolean;
  /** How often it was asked for; each time the keyboard goes to its field. */
  asked: number;
}

export const NOT_FINDING: Finding = { open: false, text: '', by: '', matchCase: false, asked: 0 };

/** A cell by its line and by its place in that line, both from 0 on. */
export interface Spot {
  line: number;
  place: number;
}

/** A table whose cells are looked through, or a text. */
export interface Searched {
  /** What it is, and what a cell of it is called. */
  what: 'table' | 'text';
  unit: 'cell' | 'place';
  finding: Store<Finding>;
  /** The cells that hold what is looked for, in their order. */
  find(pattern: RegExp): readonly Spot[];
  /** Where the cursor is; before everything where there is none. */
  cursor(): Spot;
  goTo(spot: Spot): void;
  /** Gives cells the texts that are made of theirs, as one step of undo. */
  change(spots: readonly Spot[], textOf: (before: string) => string): void;
  undo(): void;
  /** Commits the cell that is edited. */
  leave(): void;
  /** Brings the keyboard back to the table. */
  focus(): void;
}

/** What a text has to match; null where nothing is looked for. */
export function patternOf({ text, matchCase }: Finding): RegExp | null {
  const literal = text.replace(/[\\^$.*+?()[\]{}|/]/g, '\\$&');
  return text === '' ? null : new RegExp(literal, matchCase ? 'u' : 'iu');
}

/** The same pattern for all of its places in a text. */
export const everywhere = (pattern: RegExp) => new RegExp(pattern, `${pattern.flags}g`);

const isBehind = (one: Spot, other: Spot) =>
  one.line === other.line ? one.place > other.place : one.line > other.line;

/** The next cell behind a place, or the one before it; round the ends. */
function nextOf(found: readonly Spot[], from: Spot, by: 1 | -1): Spot | undefined {
  return by === 1
    ? (found.find((each) => isBehind(each, from)) ?? found[0])
    : (found.findLast((each) => isBehind(from, each)) ?? found.at(-1));
}

/** Which of the cells the cursor is on; -1 for none. */
export function foundAtCursor(searched: Searched, found: readonly Spot[]): number {
  const { line, place } = searched.cursor();
  return found.findIndex((each) => each.line === line && each.place === place);
}

/** Goes to the next cell that holds what was looked for last; false where nothing was. */
export function goToFound(searched: Searched, by: 1 | -1, from = searched.cursor()): boolean {
  const pattern = patternOf(searched.finding.get());
  if (!pattern) return false;
  const next = nextOf(searched.find(pattern), from, by);
  if (next) searched.goTo(next);
  return true;
}

/** Puts the other text in place of what was looked for. */
export function replaceIn(searched: Searched, found: readonly Spot[]) {
  const { by, ...wanted } = searched.finding.get();
  const pattern = patternOf({ by, ...wanted });
  if (!pattern) return;
  searched.change(found, (before) => before.replace(everywhere(pattern), () => by));
}

/** Opens the bar, or goes to its field again. */
export function openFind(searched: Searched) {
  searched.leave();
  const before = searched.finding.get();
  searched.finding.set({ ...before, open: true, asked: before.asked + 1 });
}
