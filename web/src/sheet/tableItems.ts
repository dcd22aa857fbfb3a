import type { BlockProblem } from '@/api/types';
import { type BlockInfo, meaningOf } from '@/document/analysis';
import { keptWithRow, type Line, type Row } from '@/document/lines';
import type { Block, PlacedRow, Section } from '@/document/structure';
import type { Item } from './items';
import { problemsOf } from './meanings';
import { kept, madeItem, sameList } from './rowItems';

/** Puts in the strips under a line. */
export type Strips = (line: Line, problems: readonly BlockProblem[]) => void;

/** The items of a section that is no list of steps: rows of data, parameters, elements or values under their head. */
export function tableItems(block: Block, section: Section, info: BlockInfo | undefined, items: Item[], strips: Strips) {
  const { columns, numeric } = columnsOf(section);
  // Mostly one list for all rows, which is compared with the one of now once.
  let sameNumeric: readonly boolean[] = numeric;
  section.rows.forEach(({ row }, place) => {
    const known = madeItem(row);
    const meaning = info?.lines.get(row.id);
    // Of a large table most rows are as they were.
    if (
      known?.kind === 'cells' &&
      known.number === place &&
      known.columns === columns &&
      known.told?.meaning === meaning &&
      (known.numeric === sameNumeric || sameList(known.numeric, numeric))
    ) {
      sameNumeric = known.numeric;
      known.block = block;
      items.push(known);
      if (known.problems.length > 0) strips(row, known.problems);
      return;
    }
    const told = meaningOf(info, row);
    const problems = problemsOf(told);
    const head = place === 0;
    const of = { kind: 'cells', key: `row ${row.id}`, id: row.id, block, row, told, problems } as const;
    items.push(kept({ ...of, number: place, head, numeric, columns, first: head }));
    strips(row, problems);
  });
}

const LEAST_COLUMN = 7;
const WIDEST_COLUMN = 40;

/** How the columns of a table are laid out, and which of them have numbers only. */
function columnsOf({ rows }: Section): { columns: string; numeric: readonly boolean[] } {
  const longest: number[] = [0];
  const filled: boolean[] = [];
  const texts: boolean[] = [];
  for (let place = 0; place < rows.length; place++) {
    const { lengths, numbers } = shapeOf((rows[place] as PlacedRow).row);
    for (let c = 0; c < lengths.length; c++) {
      const length = lengths[c] as number;
      if (!((longest[c] ?? -1) >= length)) longest[c] = length;
      if (place === 0 || length === 0) continue;
      filled[c] = true;
      if (!numbers[c]) texts[c] = true;
    }
  }
  const columns = longest
    .map((letters) => `minmax(72px, ${Math.max(LEAST_COLUMN, Math.min(letters, WIDEST_COLUMN))}fr)`)
    .join(' ');
  return { columns, numeric: longest.map((_, c) => filled[c] === true && !texts[c]) };
}

/** How long the cells of a row are, and which are numbers; worked out once for a row. */
interface RowShape {
  lengths: readonly number[];
  numbers: readonly boolean[];
}

const NUMBER = /^[-+]?\d+(\.\d+)?$/;

const shapes = keptWithRow<RowShape>();

const shapeOf = (row: Row): RowShape =>
  shapes.of(row) ??
  shapes.keep(row, {
    lengths: row.cells.map(({ source }) => source.length),
    numbers: row.cells.map(({ source }) => NUMBER.test(source)),
  });
