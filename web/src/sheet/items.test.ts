import { EditorState } from '@codemirror/state';
import { describe, expect, it } from 'vitest';
import type { AnalysisView, BlockMeaning, KeywordView } from '@/api/types';
import { analysis, analysisField, takeAnswer } from '@/document/analysis';
import { MARKS } from '@/document/edits';
import { structure, structureOf } from '@/document/structure';
import { numbers } from '@/testing/numbers';
import { columnsOf, textAt } from './columns';
import { type Item, isRow, type RowItem, sheetItems } from './items';

const TEXT = `case <n> rows
data
| n | name |
| 1 | one  |
| 2 | two  |
steps
| read text | Field | => t |
| read text | Other |      |
| ask       | 3     |      | ? n > 1 |
`;

const meaning: BlockMeaning = {
  name: [],
  dataColumns: [],
  dataRows: 2,
  rows: [
    { line: 6, keyword: 'read text', captions: ['element'] },
    { line: 7, keyword: 'read text', captions: ['element'] },
    { line: 8, keyword: 'ask', composed: true, captions: ['count'], missing: ['whom'] },
  ],
  problems: [
    { code: 'N1', severity: 'error', line: 8, start: 2, end: 5, message: 'a step', fixes: [] },
    { code: 'N2', severity: 'warning', line: 0, start: 5, end: 8, message: 'the head', fixes: [] },
  ],
};

const keywords = new Map([
  ['ask', { name: 'ask', takes: [], steps: [{ line: 1, cells: [], step: undefined }] } as unknown as KeywordView],
]);

/** The lines of a sheet as the server's answer makes them. */
function items(unfolded: (items: Item[]) => string[] = () => []): Item[] {
  const state = answered(document(), 'a', meaning);
  return itemsOf(state, new Set(unfolded(itemsOf(state))));
}

const document = () => EditorState.create({ doc: TEXT, extensions: [structureOf(true), analysisField] });

function answered(state: EditorState, token: string, meaning: BlockMeaning): EditorState {
  const of = { version: 0, snapshot: 1, token, problems: [] };
  const answer: AnalysisView = { ...of, starts: [0], above: 0, below: 0, between: [meaning] };
  return takeAnswer(state, answer, state.doc, state.changes().desc).state;
}

const itemsOf = (state: EditorState, unfolded: ReadonlySet<string> = new Set()): Item[] =>
  sheetItems(structure(state), { analysis: analysis(state), keywords, unfolded }).parts.flat();

const rows = (): RowItem[] => items().filter(isRow);

describe('the lines of a sheet', () => {
  it('are heads, sections, rows, strips under them and a place to add to, in order', () => {
    expect(items().map((item) => item.kind)).toEqual([
      'block',
      'strip',
      'section',
      'cells',
      'cells',
      'cells',
      'add',
      'step',
      'step',
      'step',
      'strip',
      'add',
    ]);
  });

  it('show the steps of an unfolded keyword under it, numbered', () => {
    const unfolded = items((folded) => [folded.filter(isRow).at(-1)?.key ?? '']).filter(
      (item) => item.kind === 'unfolded',
    );
    expect(unfolded.map((item) => item.number)).toEqual(['3.1']);
  });

  it('draw a caption only where it differs from the one above', () => {
    const captions = rows().flatMap((item) => (item.kind === 'step' ? [item.captions] : []));
    expect(captions).toEqual([['element'], [''], ['count']]);
  });

  it('have as many argument columns as the longest step, whatever blanks stand before its marks', () => {
    const steps = rows().filter((item) => item.kind === 'step');
    expect(steps.map((item) => item.argumentColumns)).toEqual([2, 2, 2]);
    expect(columnsOf(steps[0] as RowItem)).toEqual([0, 1, 2, MARKS]);
  });

  it('stay the same objects where a further answer says the same of them, so that they are not drawn again', () => {
    const state = answered(document(), 'a', meaning);
    const before = itemsOf(state).filter(isRow);
    const [first, second] = meaning.rows;
    const other = { ...meaning, rows: [first, { ...second, keyword: 'look at' }, ...meaning.rows.slice(2)] };
    const after = itemsOf(answered(state, 'b', structuredClone(other) as BlockMeaning)).filter(isRow);
    expect(after.map((item, i) => item === before[i])).toEqual([true, true, true, true, false, true]);
  });

  it('say what was told last, also where a row is kept as it is', () => {
    const problem = { code: 'T113', severity: 'error', line: 3, start: 2, end: 5, message: 'first', fixes: [] };
    const saying = (message: string): BlockMeaning => ({ ...meaning, problems: [{ ...problem, message }] });
    const before = answered(document(), 'a', saying('first'));
    itemsOf(before);
    const after = answered(before, 'b', saying('second'));
    itemsOf(after);
    const strips = itemsOf(after, new Set(['something'])).filter((item) => item.kind === 'strip');
    expect(strips.map((item) => item.problem.message)).toEqual(['second']);
  });

  it('align numbers to the right', () => {
    const data = rows().find((item) => item.kind === 'cells');
    expect(data?.numeric).toEqual([true, false]);
  });

  it('tell what a column holds, and of a step its marks', () => {
    const last = rows().at(-1) as RowItem;
    expect([0, 1, 2, MARKS].map((column) => textAt(last, column))).toEqual(['ask', '3', '', '? n > 1']);
  });
});

it('are after any edit what they would be from nothing, with the same objects for what is the same', () => {
  const pick = numbers(31);
  let state = EditorState.create({ doc: TEXT, extensions: [structureOf(true), analysisField] });
  const shown = { analysis: analysis(state), keywords, unfolded: new Set<string>() };
  let before = sheetItems(structure(state), shown);
  expect(sheetItems(structure(state), shown, before)).toBe(before);
  for (let i = 0; i < 300; i++) {
    const line = state.doc.line(1 + pick(state.doc.lines));
    const inserted = ['case new\nsteps\n| a |\n\n', '| b | c |\n', '# d\n', ''][pick(4)] as string;
    const to = pick(3) === 0 ? Math.min(state.doc.length, line.to + 1) : line.from;
    state = state.update({ changes: { from: line.from, to, insert: inserted } }).state;
    const now = sheetItems(structure(state), shown, before);
    expect(now).toEqual(sheetItems(structure(state), shown));
    for (const [place, block] of now.blocks.entries()) {
      const old = before.blocks.indexOf(block);
      if (old > 0 && place > 0) expect(now.parts[place]).toBe(before.parts[old]);
    }
    before = now;
  }
});
