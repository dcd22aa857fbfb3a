import { EditorState } from '@codemirror/state';
import { describe, expect, it } from 'vitest';
import { stateOf } from '@/testing/documents';
import { numbers } from '@/testing/numbers';
import { displayWidth } from './cells';
import { canonicalCells, columnWidths, groupAround, layOut, printRow } from './layout';
import { type Row, readLine } from './lines';
import { structure } from './structure';

const rowOf = (text: string): Row => {
  const line = readLine(text);
  if (line.kind !== 'row') throw new Error(`no row: ${text}`);
  return line;
};

/** Lays rows out, each with the cells that it has or with others. */
function laidOut(lines: readonly string[], cells = (row: Row, _line: number) => canonicalCells(row)) {
  const state = EditorState.create({ doc: lines.join('\n') });
  const rows = lines.map(rowOf);
  const { changes } = layOut(state.doc, {
    lines: rows,
    start: 0,
    rows: [...rows.keys()],
    cells: new Map(rows.map((row, line) => [line, cells(row, line)])),
  });
  return { changes, lines: state.update({ changes }).state.doc.toString().split('\n') };
}

function table(pick: (below: number) => number): string[] {
  const values = ['', 'a', 'Bisque', 'two words', '木', 'a \\| b', '<member>', 'é'];
  return Array.from({ length: 1 + pick(6) }, () => {
    const cells = Array.from({ length: 1 + pick(4) }, () => {
      const value = values[pick(values.length)] as string;
      return `${' '.repeat(pick(3))}${value}${' '.repeat(1 + pick(3))}`;
    });
    return `${' '.repeat(pick(3))}|${cells.join('|')}${pick(4) === 0 ? '' : '|'}${' '.repeat(pick(2))}`;
  });
}

describe('a table that is laid out', () => {
  const pick = numbers(23);
  const tables = Array.from({ length: 300 }, () => table(pick));

  it('says what it said', () => {
    for (const lines of tables) {
      const bare = (row: string) => canonicalCells(rowOf(row)).join('\0').replace(/\0+$/, '');
      expect(laidOut(lines).lines.map(bare)).toEqual(lines.map(bare));
    }
  });

  it('has its pipes one below the other', () => {
    for (const lines of tables) {
      const widths = new Set(laidOut(lines).lines.map(displayWidth));
      expect(widths.size, lines.join('\n')).toBe(1);
    }
  });

  it('is as the printer has it, and needs nothing more', () => {
    for (const lines of tables) {
      const cells = lines.map((line) => canonicalCells(rowOf(line)));
      const printed = laidOut(lines).lines;
      expect(printed).toEqual(cells.map((each) => printRow(each, columnWidths(cells))));
      expect(laidOut(printed).changes).toEqual([]);
    }
  });

  it('changes nothing but blanks in cells that stay', () => {
    const before = ['| press | Send |', '| log   | a    |'];
    const { lines, changes } = laidOut(before, (row, line) =>
      line === 0 ? ['press', 'Send request'] : canonicalCells(row),
    );
    expect(lines).toEqual(['| press | Send request |', '| log   | a            |']);
    // The second row only gains blanks: another's change of its text stays whole.
    expect(changes[1]).toEqual({ from: before.join('\n').length - ' |'.length, insert: ' '.repeat(8) });
  });
});

it('lays rows out together with comments between them, and not across anything else', () => {
  const doc = 'case one\nsteps\n| a |\n# why\n| b |\n\n| c |\n';
  const [block] = structure(stateOf(doc)).blocks;
  if (!block) throw new Error('no block');
  const at = (text: string) => block.lines.findIndex((line) => line.text === text);
  expect(groupAround(block, at('| a |'))).toEqual([at('| a |'), at('| b |')]);
  expect(groupAround(block, at('| b |'))).toEqual([at('| a |'), at('| b |')]);
  expect(groupAround(block, at('| c |'))).toEqual([at('| c |')]);
});
