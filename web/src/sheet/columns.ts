import { cellText, MARKS } from '@/document/edits';
import { headFields } from './heads';
import type { Stop } from './items';

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

/** What a cell is called to who does not see it. */
export function labelOf(stop: Stop, column: number): string {
  switch (stop.kind) {
    case 'step':
      return column === 0
        ? `Step ${stop.number}, keyword`
        : column < 0
          ? `Step ${stop.number}, marks`
          : `Step ${stop.number}, ${stop.step.captions[column - 1] || `argument ${column}`}`;
    case 'cells':
      return stop.head ? `Column name ${column + 1}` : `Row ${stop.number}, column ${column + 1}`;
    case 'add':
      return stop.word;
    case 'block':
      return `${stop.block.kind.word}, ${headFields(stop.block)[column]?.word ?? ''}`;
  }
}
