import { describe, expect, it } from 'vitest';
import type { BlockView, CellView, DocumentView, KeywordView, ProblemView, RowView } from '@/api/types';
import { columnsOf, isRow, type RowItem, sheetItems, textAt } from './sheetItems';

const cell = (source: string, index: number): CellView => ({
  source,
  start: index * 10,
  parts: [{ text: source }],
});

function step(line: number, keyword: string | undefined, captions: string[], ...sources: string[]): RowView {
  const marksFrom = sources.findIndex((source) => /^(\?|=>) /.test(source));
  return {
    line,
    cells: sources.map(cell),
    step: {
      keyword,
      composed: keyword === 'ask',
      off: false,
      captions,
      marksFrom: marksFrom < 0 ? sources.length : marksFrom,
      missing: [],
    },
  };
}

const row = (line: number, ...sources: string[]): RowView => ({ line, cells: sources.map(cell) });

const block = (kind: string, line: number, end: number, more: Partial<BlockView> = {}): BlockView => ({
  kind,
  name: kind,
  nameParts: [],
  line,
  headerLine: line,
  end,
  note: '',
  properties: [],
  sections: [],
  executableCount: 0,
  dataColumns: [],
  dataRows: 0,
  ...more,
});

const view: DocumentView = {
  path: 'a.elmt',
  revision: 1,
  text: '',
  problems: [],
  projectProblems: { errors: 0, warnings: 0, notices: 0 },
  blocks: [
    block('suite', 0, 2),
    block('case', 3, 12, {
      sections: [
        { section: 'data', line: 4, rows: [row(5, 'n', 'name'), row(6, '1', 'a'), row(7, '2', 'b')] },
        {
          section: 'steps',
          line: 8,
          rows: [
            step(9, 'enter', ['element', 'text'], 'enter', 'Shelves', '7', ''),
            step(10, 'enter', ['element', 'text'], 'enter', 'Day', '8', ''),
            step(11, 'ask', ['count'], 'ask', '3', '', '? n > 1'),
          ],
        },
      ],
    }),
  ],
};

const ask = { name: 'ask', steps: [step(20, 'log', ['text'], 'log', 'x')] } as unknown as KeywordView;
const keywords = new Map([['ask', ask]]);
const problem = (line: number): ProblemView => ({
  code: 'X',
  severity: 'error',
  line,
  start: 0,
  end: 1,
  message: 'm',
  fixes: [],
});

const items = (problems: ProblemView[] = [], unfolded: string[] = []) =>
  sheetItems(view, problems, new Set(unfolded), keywords);
const rows = () => items().filter(isRow);

describe('the lines of a sheet', () => {
  it('are heads, sections, rows and a place to add to, in order', () => {
    expect(items().map((item) => item.kind)).toEqual([
      'block',
      'section',
      'cells',
      'cells',
      'cells',
      'add',
      'step',
      'step',
      'step',
      'add',
    ]);
  });

  it('have a strip under the row that has a problem, and under the head for what is wrong with that', () => {
    const kinds = items([problem(10), problem(3), problem(0)]).map((item) => item.kind);
    expect(kinds.slice(0, 3)).toEqual(['strip', 'block', 'strip']);
    expect(kinds.slice(8, 11)).toEqual(['step', 'step', 'strip']);
  });

  it('show the steps of an unfolded keyword under it, numbered', () => {
    const unfolded = items([], ['1:1:2']).filter((item) => item.kind === 'unfolded');
    expect(unfolded.map((item) => item.number)).toEqual(['3.1']);
  });

  it('draw a caption only where it differs from the one above', () => {
    const captions = rows()
      .filter((item) => item.kind === 'step')
      .map((item) => item.captions);
    expect(captions).toEqual([['element', 'text'], ['', ''], ['count']]);
  });

  it('have as many argument columns as the longest step, whatever blanks stand before its marks', () => {
    const steps = rows().filter((item) => item.kind === 'step');
    expect(steps.map((item) => item.argumentColumns)).toEqual([2, 2, 2]);
    expect(columnsOf(steps[0] as RowItem)).toBe(4);
  });

  it('align numbers to the right', () => {
    const data = rows().filter((item) => item.kind === 'cells');
    expect(data[0]?.numeric).toEqual([true, false]);
  });
});

describe('what a column holds', () => {
  it('is its cell, and in the last column of a step its marks', () => {
    const last = rows().at(-1) as RowItem;
    expect([0, 1, 2, 3].map((column) => textAt(last, column))).toEqual(['ask', '3', '', '? n > 1']);
  });
});
