import type { BlockProblem, CaseOutcomeView, KeywordView, RowView } from '@/api/types';
import { type Analysis, type BlockInfo, meaningOf, type Told } from '@/document/analysis';
import { marksFrom } from '@/document/cells';
import type { Row } from '@/document/lines';
import type { Block, Section, Structure } from '@/document/structure';
import { holdsSteps, nameKey, type SectionWord } from '@/document/words';
import { commonEnds } from '@/parts/commonEnds';
import { problemsOf, type StepInfo, stepInfo } from './meanings';
import { kept } from './rowItems';
import { type Strips, tableItems } from './tableItems';

interface Of {
  key: string;
  block: Block;
}

/** One line of a sheet. All lines of all blocks make one list, of which only those in view are drawn. */
export type Item =
  | (Of & { kind: 'block'; id: number; info: BlockInfo | undefined; first: boolean })
  | (Of & { kind: 'data line'; info: BlockInfo })
  | (Of & { kind: 'section'; section: Section; rows: number })
  | (Of & {
      kind: 'cells';
      id: number;
      row: Row;
      told: Told | null;
      problems: readonly BlockProblem[];
      number: number;
      head: boolean;
      numeric: readonly boolean[];
      columns: string;
      first: boolean;
    })
  | (Of & {
      kind: 'step';
      id: number;
      row: Row;
      told: Told | null;
      marksFrom: number;
      step: StepInfo;
      problems: readonly BlockProblem[];
      number: number;
      argumentColumns: number;
      first: boolean;
      /** The captions that differ from those above in the same column. */
      captions: readonly string[];
    })
  | (Of & {
      kind: 'unfolded';
      row: RowView;
      number: string;
      depth: number;
      argumentColumns: number;
      keyword: KeywordView;
      foldKey: string;
    })
  | (Of & { kind: 'strip'; problem: BlockProblem; line: number })
  | (Of & { kind: 'add'; id: string; section: SectionWord; word: string });

/** Items that the cursor stands on. */
export type Stop = Extract<Item, { kind: 'block' | 'cells' | 'step' | 'add' }>;
export type RowItem = Extract<Item, { kind: 'cells' | 'step' }>;

export const isStop = (item: Item | undefined): item is Stop =>
  item?.kind === 'cells' || item?.kind === 'step' || item?.kind === 'add' || item?.kind === 'block';
export const isRow = (item: Item | undefined): item is RowItem => item?.kind === 'cells' || item?.kind === 'step';

const LEAST_ARGUMENTS = 2;

/** What the lines of a sheet depend on. */
export interface Shown {
  analysis: Analysis;
  unfolded: ReadonlySet<string>;
  keywords: ReadonlyMap<string, KeywordView>;
}

interface Cached {
  info: BlockInfo | undefined;
  shown: Shown;
  first: boolean;
  items: Item[];
}

const cache = new WeakMap<Block, Cached>();

/** What a document's sheet was made of, and its lines block by block. */
export interface SheetItems {
  blocks: readonly Block[];
  shown: Shown;
  parts: readonly (readonly Item[])[];
}

/** The lines of a document's sheet, block by block. Those of a block that did not change are the same objects. */
export function sheetItems({ blocks }: Structure, shown: Shown, before: SheetItems | null = null): SheetItems {
  if (!before || !sameShown(before.shown, shown)) return { blocks, shown, parts: partsOf(blocks, 0, shown) };
  if (blocks === before.blocks) return before;
  // After an edit, all is as it was but for a block or two.
  const ends = commonEnds(blocks, before.blocks);
  const { above } = ends;
  // The first block of all is drawn otherwise, and so is one that was it before.
  const below = above > 0 ? ends.below : Math.max(0, ends.below - 1);
  const between = partsOf(blocks.slice(above, blocks.length - below), above, shown);
  const parts = before.parts.slice(0, above).concat(between, before.parts.slice(before.parts.length - below));
  return { blocks, shown, parts };
}

const sameShown = (a: Shown, b: Shown) =>
  a.analysis === b.analysis && a.unfolded === b.unfolded && a.keywords === b.keywords;

/** The lines of blocks, the first of which stands at a place among all. */
function partsOf(blocks: readonly Block[], place: number, shown: Shown): Item[][] {
  return blocks.map((block, i) => {
    const info = shown.analysis.blocks.get(block.id);
    const known = cache.get(block);
    const first = place + i === 0;
    const same =
      known !== undefined &&
      known.info === info &&
      known.first === first &&
      known.shown.unfolded === shown.unfolded &&
      known.shown.keywords === shown.keywords;
    if (same) return known.items;
    const items = blockItems(block, info, first, shown);
    cache.set(block, { info, shown, first, items });
    return items;
  });
}

function blockItems(block: Block, info: BlockInfo | undefined, first: boolean, shown: Shown): Item[] {
  const items: Item[] = [];
  const strips: Strips = (line, problems) =>
    problems.forEach((problem, index) => {
      items.push({ kind: 'strip', key: `strip ${line.id} ${index}`, block, problem, line: line.id });
    });
  if (block.kind.word !== 'suite') {
    items.push({ kind: 'block', key: `block ${block.id}`, id: block.id, block, info, first });
  }
  // What is wrong with a block's head is shown under it, whatever line of it is meant.
  if (info && hasProblems(info)) {
    const inTables = new Set(block.sections.flatMap((section) => section.rows.map(({ row }) => row.id)));
    for (const line of block.lines) if (!inTables.has(line.id)) strips(line, problemsOf(meaningOf(info, line)));
  }
  if (block.kind.word === 'case' && info?.meaning.dataSet) {
    items.push({ kind: 'data line', key: `data ${block.id}`, block, info });
  }
  block.sections.forEach((section, place) => {
    const steps = holdsSteps(section.word);
    if (block.kind.word !== 'case' || section.word !== 'steps') {
      const rows = steps ? section.rows.length : Math.max(0, section.rows.length - 1);
      items.push({ kind: 'section', key: `section ${block.id} ${place}`, block, section, rows });
    }
    if (steps) stepItems(block, section, info, shown, items, strips);
    else tableItems(block, section, info, items, strips);
    addItem(block, section.word, `add ${block.id} ${place}`, steps ? 'Add a step' : 'Add a row', items);
  });
  if (block.kind.word === 'case' && !block.sections.some((section) => section.word === 'steps')) {
    addItem(block, 'steps', `add ${block.id} steps`, 'Add the first step', items);
  }
  return items;
}

function hasProblems({ lines }: BlockInfo): boolean {
  for (const { problems } of lines.values()) if (problems.length > 0) return true;
  return false;
}

function addItem(block: Block, section: SectionWord, key: string, word: string, items: Item[]) {
  items.push({ kind: 'add', key, id: key, block, section, word });
}

/** As many columns as the row with the most arguments has; blanks before marks are only layout. */
function argumentColumns(section: Section): number {
  let most = LEAST_ARGUMENTS;
  for (const { row } of section.rows) {
    let last = marksFrom(row.cells) - 1;
    while (last > 0 && row.cells[last]?.source === '') last--;
    most = Math.max(most, last);
  }
  return most;
}

function stepItems(
  block: Block,
  section: Section,
  info: BlockInfo | undefined,
  shown: Shown,
  items: Item[],
  strips: Strips,
) {
  const columns = argumentColumns(section);
  const above: (string | null)[] = [];
  section.rows.forEach(({ row }, place) => {
    const told = meaningOf(info, row);
    const step = stepInfo(row, told, shown.keywords);
    const problems = problemsOf(told);
    // A caption is drawn only where it differs from the one above it in the same column.
    const captions = step.captions.map((caption, i) => (caption !== above[i] ? caption : ''));
    step.captions.forEach((caption, i) => {
      above[i] = caption;
    });
    above.length = Math.max(step.captions.length, above.length);
    const key = `row ${row.id}`;
    items.push(
      kept({
        kind: 'step',
        key,
        id: row.id,
        block,
        row,
        told,
        marksFrom: marksFrom(row.cells),
        step,
        problems,
        number: place + 1,
        argumentColumns: columns,
        first: place === 0,
        captions,
      }),
    );
    if (shown.unfolded.has(key) && step.keyword) {
      unfoldItems(block, step.keyword, `${place + 1}`, key, 1, columns, items, shown);
    }
    strips(row, problems);
  });
}

function unfoldItems(
  block: Block,
  name: string,
  number: string,
  parent: string,
  depth: number,
  columns: number,
  items: Item[],
  shown: Shown,
) {
  const keyword = shown.keywords.get(nameKey(name));
  keyword?.steps.forEach((step, index) => {
    const key = `${parent}>${index}`;
    const own = `${number}.${index + 1}`;
    const item = { row: step, number: own, depth, argumentColumns: columns, keyword, foldKey: key };
    items.push({ kind: 'unfolded', key, block, ...item });
    if (shown.unfolded.has(key) && step.step?.keyword) {
      unfoldItems(block, step.step.keyword, own, key, depth + 1, columns, items, shown);
    }
  });
}

/** A case's outcome and count, by its block. */
export type Outcomes = ReadonlyMap<number, CaseOutcomeView>;
