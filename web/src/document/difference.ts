import { Text } from '@codemirror/state';
import { diffArrays } from 'diff';
import { sense } from './lineChanges';
import type { Line } from './lines';
import { readText } from './structure';

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
export function difference(before: string, after: string, tables: boolean): ChangedBlock[] {
  const [old, now] = [blocksOf(before, tables), blocksOf(after, tables)];
  const titles = [...new Set([...now.keys(), ...old.keys()])];
  return titles.flatMap((title) => {
    const lines = changedLines(old.get(title) ?? [], now.get(title) ?? []);
    return lines.some((line) => line.kind !== 'same') ? [{ title, lines: near(lines) }] : [];
  });
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

function changedLines(old: readonly Line[], now: readonly Line[]): ChangedLine[] {
  const lines: ChangedLine[] = [];
  let [from, to] = [0, 0];
  const parts = diffArrays(
    old.map(({ text }) => sense(text)),
    now.map(({ text }) => sense(text)),
  );
  for (const { removed, added, count } of parts) {
    const kind = removed ? 'removed' : added ? 'added' : 'same';
    const taken = removed ? old.slice(from, from + count) : now.slice(to, to + count);
    lines.push(...taken.map((line) => changedLine(kind, line)));
    if (!added) from += count;
    if (!removed) to += count;
  }
  return lines;
}

const changedLine = (kind: ChangedLine['kind'], line: Line): ChangedLine => ({
  kind,
  cells: line.kind === 'row' ? line.cells.map((cell) => cell.source) : null,
  text: line.text.trim(),
});

/** The lines that differ, with the ones next to them. */
const near = (lines: readonly ChangedLine[]) =>
  lines.filter((_, i) => lines.slice(Math.max(0, i - AROUND), i + AROUND + 1).some(({ kind }) => kind !== 'same'));
