import type { BlockView, DocumentView, KeywordView, ProblemView, RowView, SectionView } from '@/api/types';

/** Where a row stands: its block, section and place in that, which stay the same when lines above change. */
export interface RowAt {
  block: number;
  section: number;
  row: number;
}

export const rowKey = (at: RowAt) => `${at.block}:${at.section}:${at.row}`;

/** One line of a sheet. All lines of all blocks make one list, of which only those in view are drawn. */
export type Item =
  | { kind: 'block'; key: string; block: BlockView; index: number }
  | { kind: 'data line'; key: string; block: BlockView }
  | { kind: 'section'; key: string; block: BlockView; section: SectionView; rows: number }
  | {
      kind: 'cells';
      key: string;
      at: RowAt;
      row: RowView;
      head: boolean;
      numeric: boolean[];
      columns: string;
      first: boolean;
    }
  | {
      kind: 'step';
      key: string;
      at: RowAt;
      row: RowView;
      number: number;
      argumentColumns: number;
      first: boolean;
      captions: string[];
    }
  | {
      kind: 'unfolded';
      key: string;
      row: RowView;
      number: string;
      depth: number;
      argumentColumns: number;
      keyword: KeywordView;
    }
  | { kind: 'strip'; key: string; problem: ProblemView }
  | { kind: 'add'; key: string; block: BlockView; section: string; word: string };

const LEAST_ARGUMENTS = 2;
const STEP_SECTIONS = ['set-up', 'steps', 'tear-down'];

export const holdsSteps = (section: string) => STEP_SECTIONS.includes(section);

/** The lines of a document's sheet, with the rows of unfolded steps and a strip under each line that has a problem. */
export function sheetItems(
  view: DocumentView,
  problems: ProblemView[],
  unfolded: ReadonlySet<string>,
  keywords: ReadonlyMap<string, KeywordView>,
): Item[] {
  const byLine = new Map<number, ProblemView[]>();
  for (const problem of problems) {
    byLine.set(problem.line, [...(byLine.get(problem.line) ?? []), problem]);
  }
  const items: Item[] = [];
  const strips = (line: number) => {
    for (const [index, problem] of (byLine.get(line) ?? []).entries()) {
      items.push({ kind: 'strip', key: `strip ${line} ${index}`, problem });
    }
    byLine.delete(line);
  };
  view.blocks.forEach((block, index) => {
    if (block.kind !== 'suite') items.push({ kind: 'block', key: `block ${index}`, block, index });
    // What is wrong with the head of a block is shown under it, whatever line of it is meant.
    const rowLines = new Set(block.sections.flatMap((section) => section.rows.map((row) => row.line)));
    for (let line = block.line; line < block.end; line++) {
      if (!rowLines.has(line)) strips(line);
    }
    if (block.kind === 'case' && block.dataSet) items.push({ kind: 'data line', key: `data ${index}`, block });
    block.sections.forEach((section, place) => {
      const at = { block: index, section: place };
      const alone = block.kind === 'case' && section.section === 'steps';
      if (!alone) {
        const rows = holdsSteps(section.section) ? section.rows.length : Math.max(0, section.rows.length - 1);
        items.push({ kind: 'section', key: `section ${index} ${place}`, block, section, rows });
      }
      if (holdsSteps(section.section)) {
        stepItems(section, at, items, strips, unfolded, keywords);
      } else {
        tableItems(section, at, items, strips);
      }
      const word = holdsSteps(section.section) ? 'Add a step' : 'Add a row';
      items.push({ kind: 'add', key: `add ${index} ${place}`, block, section: section.section, word });
    });
    if (block.kind === 'case' && !block.sections.some((section) => section.section === 'steps')) {
      items.push({ kind: 'add', key: `add ${index} steps`, block, section: 'steps', word: 'Add the first step' });
    }
  });
  for (const line of [...byLine.keys()].sort((a, b) => a - b)) strips(line);
  return items;
}

/** As many columns as the row with the most arguments has; blanks before marks are only layout. */
function argumentColumns(section: SectionView): number {
  const given = section.rows.map((row) =>
    row.cells.slice(0, row.step?.marksFrom ?? 1).findLastIndex((cell) => cell.source !== ''),
  );
  return Math.max(LEAST_ARGUMENTS, ...given);
}

function stepItems(
  section: SectionView,
  at: Omit<RowAt, 'row'>,
  items: Item[],
  strips: (line: number) => void,
  unfolded: ReadonlySet<string>,
  keywords: ReadonlyMap<string, KeywordView>,
) {
  const columns = argumentColumns(section);
  const above: (string | null)[] = [];
  section.rows.forEach((row, place) => {
    const where = { ...at, row: place };
    const key = rowKey(where);
    const own = row.step?.captions ?? [];
    // A caption is drawn only where it differs from the one above it in the same column.
    const captions = own.map((caption, i) => (caption !== above[i] ? caption : ''));
    own.forEach((caption, i) => {
      above[i] = caption;
    });
    above.length = Math.max(own.length, above.length);
    items.push({
      kind: 'step',
      key,
      at: where,
      row,
      number: place + 1,
      argumentColumns: columns,
      first: place === 0,
      captions,
    });
    if (unfolded.has(key)) unfoldItems(row, `${place + 1}`, key, 1, columns, items, unfolded, keywords);
    strips(row.line);
  });
}

function unfoldItems(
  row: RowView,
  number: string,
  parent: string,
  depth: number,
  columns: number,
  items: Item[],
  unfolded: ReadonlySet<string>,
  keywords: ReadonlyMap<string, KeywordView>,
) {
  const keyword = row.step?.keyword ? keywords.get(row.step.keyword) : undefined;
  keyword?.steps.forEach((step, index) => {
    const key = `${parent}>${index}`;
    const own = `${number}.${index + 1}`;
    items.push({ kind: 'unfolded', key, row: step, number: own, depth, argumentColumns: columns, keyword });
    if (unfolded.has(key)) unfoldItems(step, own, key, depth + 1, columns, items, unfolded, keywords);
  });
}

const NUMBER = /^[-+]?\d+(\.\d+)?$/;

function tableItems(section: SectionView, at: Omit<RowAt, 'row'>, items: Item[], strips: (line: number) => void) {
  const width = Math.max(1, ...section.rows.map((row) => row.cells.length));
  const body = section.rows.slice(1);
  const numeric = Array.from(
    { length: width },
    (_, c) => body.length > 0 && body.every((row) => NUMBER.test(row.cells[c]?.source ?? '')),
  );
  // Columns are as wide as what is in them, between a least and a most.
  const columns = Array.from({ length: width }, (_, c) => {
    const longest = Math.max(...section.rows.map((row) => row.cells[c]?.source.length ?? 0));
    return `minmax(72px, ${Math.min(40, Math.max(6, longest))}fr)`;
  }).join(' ');
  section.rows.forEach((row, place) => {
    const where = { ...at, row: place };
    items.push({
      kind: 'cells',
      key: rowKey(where),
      at: where,
      row,
      head: place === 0,
      numeric,
      columns,
      first: place === 0,
    });
    strips(row.line);
  });
}

/** Items that hold cells, which keys move among. */
export type RowItem = Extract<Item, { kind: 'cells' | 'step' }>;
export const isRow = (item: Item | undefined): item is RowItem => item?.kind === 'cells' || item?.kind === 'step';

/** How many columns a row has on the sheet; a step's last one holds its marks. */
export const columnsOf = (item: RowItem) =>
  item.kind === 'step' ? item.argumentColumns + 2 : Math.max(1, item.row.cells.length);

/** What a column of a row holds, as one edits it; several marks are divided by a pipe. */
export function textAt(item: RowItem, column: number): string {
  const { cells, step } = item.row;
  if (item.kind === 'cells' || !step) return cells[column]?.source ?? '';
  if (column <= item.argumentColumns) return column < step.marksFrom ? (cells[column]?.source ?? '') : '';
  return cells
    .slice(step.marksFrom)
    .map((cell) => cell.source)
    .filter((source) => source !== '')
    .join(' | ');
}
