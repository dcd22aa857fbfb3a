import type { BlockProblem, CaseOutcomeView, KeywordView, RowView } from '@/api/types';
import { type Analysis, type BlockInfo, type LineMeaning, meaningOf } from '@/document/analysis';
import { isOff, marksFrom, type Piece, piecesOf, referencesIn } from '@/document/cells';
import { cellText, MARKS } from '@/document/edits';
import type { Line, Row } from '@/document/lines';
import type { Block, Section, Structure } from '@/document/structure';
import { holdsSteps, nameKey, type SectionWord } from '@/document/words';

/** What a step means, as far as it is known. */
export interface StepInfo {
  keyword: string | undefined;
  composed: boolean;
  captions: readonly string[];
  missing: readonly string[];
  /** Whether it is known that no keyword answers to it. */
  unbound: boolean;
  off: boolean;
}

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
      pieces: Piece[][];
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
      pieces: Piece[][];
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

/** The item of a row, kept while nothing of it changes, so that the row is not drawn again. */
const rowItems = new WeakMap<Row, RowItem>();

function kept<Kind extends RowItem>(item: Kind): Kind {
  const before = rowItems.get(item.row);
  if (before && sameItem(before, item)) {
    // It belongs to the block as it is now.
    before.block = item.block;
    return before as Kind;
  }
  rowItems.set(item.row, item);
  return item;
}

function sameItem(a: RowItem, b: RowItem): boolean {
  const same = a.kind === b.kind && a.problems === b.problems && a.number === b.number && a.first === b.first;
  if (!same || !samePieces(a.pieces, b.pieces)) return false;
  if (a.kind === 'cells' && b.kind === 'cells') {
    return a.columns === b.columns && a.head === b.head && sameList(a.numeric, b.numeric);
  }
  return (
    a.kind === 'step' &&
    b.kind === 'step' &&
    a.argumentColumns === b.argumentColumns &&
    sameList(a.captions, b.captions) &&
    sameStep(a.step, b.step)
  );
}

const sameStep = (a: StepInfo, b: StepInfo) =>
  a.keyword === b.keyword &&
  a.composed === b.composed &&
  a.unbound === b.unbound &&
  a.off === b.off &&
  sameList(a.captions, b.captions) &&
  sameList(a.missing, b.missing);

const samePieces = (a: Piece[][], b: Piece[][]) =>
  a.length === b.length &&
  a.every((own, cell) => {
    const other = b[cell] ?? [];
    return (
      own.length === other.length &&
      own.every((piece, i) => piece.text === other[i]?.text && piece.origin === other[i]?.origin)
    );
  });

const sameList = <T>(a: readonly T[], b: readonly T[]) =>
  a === b || (a.length === b.length && a.every((each, i) => each === b[i]));

/** The lines of a document's sheet. Those of a block that did not change are the same objects. */
export function sheetItems(of: Structure, shown: Shown): Item[] {
  const items: Item[] = [];
  of.blocks.forEach((block, place) => {
    const info = shown.analysis.blocks.get(block.id);
    const known = cache.get(block);
    const first = place === 0;
    const same =
      known !== undefined &&
      known.info === info &&
      known.first === first &&
      known.shown.unfolded === shown.unfolded &&
      known.shown.keywords === shown.keywords;
    const own = same ? known.items : blockItems(block, info, first, shown);
    if (!same) cache.set(block, { info, shown, first, items: own });
    for (const item of own) items.push(item);
  });
  return items;
}

function blockItems(block: Block, info: BlockInfo | undefined, first: boolean, shown: Shown): Item[] {
  const items: Item[] = [];
  const strips = (line: Line) => {
    const { meaning, holds } = meaningOf(info, line);
    if (holds) {
      meaning?.problems.forEach((problem, index) => {
        items.push({ kind: 'strip', key: `strip ${line.id} ${index}`, block, problem, line: line.id });
      });
    }
  };
  if (block.kind.word !== 'suite') {
    items.push({ kind: 'block', key: `block ${block.id}`, id: block.id, block, info, first });
  }
  // What is wrong with a block's head is shown under it, whatever line of it is meant.
  if (info && info.lines.size > 0) {
    const inTables = new Set(block.sections.flatMap((section) => section.rows.map(({ row }) => row.id)));
    for (const line of block.lines) if (!inTables.has(line.id)) strips(line);
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

/** The cells of a row with their references as pieces: as the server told, or as they are found without it. */
function piecesOfRow(row: Row, info: BlockInfo | undefined): Piece[][] {
  const { meaning, holds } = meaningOf(info, row);
  return row.cells.map(({ source }, cell) => {
    const told = holds ? (meaning?.row?.references?.filter((each) => each.cell === cell) ?? []) : referencesIn(source);
    return piecesOf(source, told);
  });
}

const NO_PROBLEMS: readonly BlockProblem[] = [];

function problemsOf(row: Row, info: BlockInfo | undefined): readonly BlockProblem[] {
  const { meaning, holds } = meaningOf(info, row);
  return holds && meaning ? meaning.problems : NO_PROBLEMS;
}

function stepInfo(row: Row, info: BlockInfo | undefined, keywords: ReadonlyMap<string, KeywordView>): StepInfo {
  const { meaning, holds } = meaningOf(info, row);
  const off = isOff(row.cells);
  const first = row.cells[0]?.source ?? '';
  if (holds && meaning) {
    const { keyword, composed = false, captions = [], missing = [] } = meaning.row ?? {};
    return { keyword, composed, captions, missing, unbound: keyword === undefined && first !== '' && !off, off };
  }
  // Until the server answers, a keyword that is called by its name is known here.
  const known = keywords.get(nameKey(first));
  if (!known) {
    const captions = meaning?.row?.captions ?? [];
    return { keyword: undefined, composed: false, captions, missing: [], unbound: false, off };
  }
  const given = marksFrom(row.cells) - 1;
  const captions = known.takes.slice(0, given).map((parameter) => parameter.name);
  const missing = known.takes
    .filter((parameter, place) => !parameter.optional && (row.cells[place + 1]?.source ?? '') === '')
    .map((parameter) => parameter.name);
  return {
    keyword: known.name,
    composed: known.steps.length > 0,
    captions,
    missing: off ? [] : missing,
    unbound: false,
    off,
  };
}

function stepItems(
  block: Block,
  section: Section,
  info: BlockInfo | undefined,
  shown: Shown,
  items: Item[],
  strips: (line: Line) => void,
) {
  const columns = argumentColumns(section);
  const above: (string | null)[] = [];
  section.rows.forEach(({ row }, place) => {
    const step = stepInfo(row, info, shown.keywords);
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
        pieces: piecesOfRow(row, info),
        marksFrom: marksFrom(row.cells),
        step,
        problems: problemsOf(row, info),
        number: place + 1,
        argumentColumns: columns,
        first: place === 0,
        captions,
      }),
    );
    if (shown.unfolded.has(key) && step.keyword) {
      unfoldItems(block, step.keyword, `${place + 1}`, key, 1, columns, items, shown);
    }
    strips(row);
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

const NUMBER = /^[-+]?\d+(\.\d+)?$/;
const LEAST_COLUMN = 7;
const WIDEST_COLUMN = 40;

function tableItems(
  block: Block,
  section: Section,
  info: BlockInfo | undefined,
  items: Item[],
  strips: (line: Line) => void,
) {
  const { rows } = section;
  const width = rows.reduce((most, { row }) => Math.max(most, row.cells.length), 1);
  const longest = new Array<number>(width).fill(0);
  const filled = new Array<number>(width).fill(0);
  const numbers = new Array<boolean>(width).fill(true);
  rows.forEach(({ row }, place) => {
    row.cells.forEach(({ source }, c) => {
      longest[c] = Math.max(longest[c] as number, source.length);
      if (place === 0 || source === '') return;
      filled[c] = (filled[c] as number) + 1;
      if (!NUMBER.test(source)) numbers[c] = false;
    });
  });
  const columns = longest
    .map((letters) => `minmax(72px, ${Math.max(LEAST_COLUMN, Math.min(letters, WIDEST_COLUMN))}fr)`)
    .join(' ');
  const numeric = numbers.map((all, c) => all && (filled[c] as number) > 0);
  rows.forEach(({ row }, place) => {
    const known = rowItems.get(row);
    const said = info?.lines.get(row.id);
    // Of a large table most rows are as they were.
    if (
      known?.kind === 'cells' &&
      known.number === place &&
      known.columns === columns &&
      saidOf.get(known) === said &&
      sameList(known.numeric, numeric)
    ) {
      known.block = block;
      items.push(known);
      if (said) strips(row);
      return;
    }
    items.push(
      kept({
        kind: 'cells',
        key: `row ${row.id}`,
        id: row.id,
        block,
        row,
        pieces: piecesOfRow(row, info),
        problems: problemsOf(row, info),
        number: place,
        head: place === 0,
        numeric,
        columns,
        first: place === 0,
      }),
    );
    saidOf.set(items.at(-1) as RowItem, said);
    if (said) strips(row);
  });
}

/** What was said of a row when its item was made. */
const saidOf = new WeakMap<RowItem, LineMeaning | undefined>();

/** A block's head as fields that are edited in place. */
export interface HeadField {
  field: 'name' | 'note' | 'property';
  word: string;
  text: string;
  /** Which of several properties of one word. */
  place: number;
}

/** The properties that a block's head offers while it has none. */
const OFTEN: Record<string, string[]> = {
  case: ['tags', 'data', 'fixtures', 'after', 'run', 'timeout'],
  keyword: ['phrase', 'group', 'tags'],
  page: ['path'],
  data: ['from', 'where', 'key'],
  fixture: ['scope', 'needs'],
  hook: ['only'],
  environment: ['like', 'within'],
  browser: ['kind', 'window', 'headless'],
  plan: ['suites', 'tags', 'browsers', 'at'],
  suite: ['tags', 'fixtures', 'data', 'pages', 'timeout'],
};

/** The fields of a block's head: its name, note, properties, and those that it may have. */
export function headFields(block: Block): HeadField[] {
  const seen = new Map<string, number>();
  const properties = block.properties.map(({ property }): HeadField => {
    const place = seen.get(nameKey(property.word)) ?? 0;
    seen.set(nameKey(property.word), place + 1);
    return { field: 'property', word: property.word, text: property.value, place };
  });
  const offered = (OFTEN[block.kind.word] ?? [])
    .filter((word) => !seen.has(word))
    .map((word): HeadField => ({ field: 'property', word, text: '', place: 0 }));
  return [
    { field: 'name', word: 'name', text: block.name, place: 0 },
    { field: 'note', word: 'note', text: block.note, place: 0 },
    ...properties,
    ...offered,
  ];
}

/** The columns of a line that the cursor goes through, in their order on the sheet. */
export function columnsOf(item: Stop): number[] {
  switch (item.kind) {
    case 'step':
      return [...Array.from({ length: item.argumentColumns + 1 }, (_, column) => column), MARKS];
    case 'cells':
      return Array.from({ length: Math.max(1, item.row.cells.length) }, (_, column) => column);
    case 'block':
      return headFields(item.block).map((_, column) => column);
    case 'add':
      return [0];
  }
}

/** What a column of a line holds, as one edits it; several marks are divided by a pipe. */
export function textAt(item: Stop, column: number): string {
  switch (item.kind) {
    case 'step':
      return cellText(item.row, true, column);
    case 'cells':
      return cellText(item.row, false, column);
    case 'block':
      return headFields(item.block)[column]?.text ?? '';
    case 'add':
      return '';
  }
}

/** A case's outcome and count, by its block. */
export type Outcomes = ReadonlyMap<number, CaseOutcomeView>;
