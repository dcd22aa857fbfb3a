import { Text } from '@codemirror/state';
import { diffArrays } from 'diff';
import { hasTables, isRecords } from './kinds';
import { sense } from './lineChanges';
import type { Line } from './lines';
import { readText } from './readStructure';
import { fieldsOf, readRecords } from './records';

/** A line of a difference; what stands in both is there to show where the others are. */
export interface ChangedLine {
  kind: 'same' | 'removed' | 'added';
  /** The cells of a row; null for any other line. */
  cells: readonly string[] | null;
  text: string;
}

/** A block of which something is different. */
export interface ChangedBlock {
  title: string;
  lines: readonly ChangedLine[];
}

const AROUND = 1;

/** What is different between two states of a document, block by block. */
export function difference(before: string, after: string, path: string): ChangedBlock[] {
  if (isRecords(path)) return recordDifference(before, after, path);
  const tables = hasTables(path);
  const [old, now] = [blocksOf(before, tables), blocksOf(after, tables)];
  const titles = [...new Set([...now.keys(), ...old.keys()])];
  return titles.flatMap((title) => {
    const lines = changedLines(old.get(title) ?? [], now.get(title) ?? []);
    return lines.some((line) => line.kind !== 'same') ? [{ title, lines: near(lines) }] : [];
  });
}

/** The records that differ, with those next to them and the names of columns. */
function recordDifference(before: string, after: string, path: string): ChangedBlock[] {
  const lines = (text: string): ChangedLine[] => {
    const records = readRecords(Text.of(text.split('\n')), path);
    return records.starts.map((start, row) => ({
      kind: 'same',
      cells: fieldsOf(records, row).map((field) => field.text),
      text: records.text.slice(start, records.starts[row + 1]).trimEnd(),
    }));
  };
  const changed = changes(lines(before), lines(after), ({ text }) => text);
  const names = changed[0];
  if (!names || changed.every((line) => line.kind === 'same')) return [];
  const shown = near(changed);
  return [{ title: '', lines: shown[0] === names ? shown : [names, ...shown] }];
}

/** The lines of each block by its name; those outside all blocks, and of a text without tables, have none. */
function blocksOf(text: string, tables: boolean): Map<string, Line[]> {
  const read = readText(Text.of(text.split('\n')), tables);
  const blocks = new Map<string, Line[]>();
  const add = (title: string, line: Line) => {
    if (line.text.trim() !== '') blocks.set(title, [...(blocks.get(title) ?? []), line]);
  };
  let next = 0;
  read.blocks.forEach((block, place) => {
    const start = read.starts[place] as number;
    for (; next < start; next++) add('', read.lines[next] as Line);
    for (const line of block.lines) add(`${block.kind.word} ${block.name}`, line);
    next = start + block.lines.length;
  });
  for (; next < read.lines.length; next++) add('', read.lines[next] as Line);
  return blocks;
}

const changedLines = (old: readonly Line[], now: readonly Line[]): ChangedLine[] =>
  changes(old.map(lineOf), now.map(lineOf), ({ text }) => sense(text));

const lineOf = (line: Line): ChangedLine => ({
  kind: 'same',
  cells: line.kind === 'row' ? line.cells.map((cell) => cell.source) : null,
  text: line.text.trim(),
});

/** Both lists as one, each line with what became of it; `said` tells which are the same. */
function changes(
  old: readonly ChangedLine[],
  now: readonly ChangedLine[],
  said: (line: ChangedLine) => string,
): ChangedLine[] {
  const lines: ChangedLine[] = [];
  let [from, to] = [0, 0];
  for (const { removed, added, count } of diffArrays(old.map(said), now.map(said))) {
    const kind = removed ? 'removed' : added ? 'added' : 'same';
    const taken = removed ? old.slice(from, from + count) : now.slice(to, to + count);
    lines.push(...taken.map((line) => ({ ...line, kind }) as const));
    if (!added) from += count;
    if (!removed) to += count;
  }
  return lines;
}

/** The lines that differ, with the ones next to them. */
const near = (lines: readonly ChangedLine[]) =>
  lines.filter((_, i) => lines.slice(Math.max(0, i - AROUND), i + AROUND + 1).some(({ kind }) => kind !== 'same'));
