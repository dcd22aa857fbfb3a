import type { DataRowView } from '@/api/types';

/** Two values of a row that stand together in no other row. */
export interface OwnPair {
  columns: readonly [number, number];
  values: readonly [string, string];
}

/** The pairs of values that only one row has. */
export function pairsOnlyOf(row: DataRowView, rows: readonly DataRowView[]): OwnPair[] {
  const pairs: OwnPair[] = [];
  for (let a = 0; a < row.cells.length; a++) {
    for (let b = a + 1; b < row.cells.length; b++) {
      const [first = '', second = ''] = [row.cells[a], row.cells[b]];
      const together = rows.filter((each) => each.cells[a] === first && each.cells[b] === second);
      if (together.length === 1) pairs.push({ columns: [a, b], values: [first, second] });
    }
  }
  return pairs;
}
