import { canonical } from './cells';
import { columnWidths, printRow } from './layout';
import type { Line } from './lines';

/** A row as its cells; any other line is one text without cells. */
export const cellsOf = (line: Line): string[] =>
  line.kind === 'row' ? line.cells.map((cell) => canonical(cell.source)) : [NO_ROW + line.text];

/** Begins the text of a line that is no row; nobody types it. */
const NO_ROW = '\u0000';

const isRow = (cells: readonly string[]) => !cells[0]?.startsWith(NO_ROW);

/** Rows that stand together are laid out together; comments do not divide them. */
export function laidOut(lines: readonly string[][]): string[] {
  const printed: string[] = [];
  let from = 0;
  while (from < lines.length) {
    let to = from;
    const belongs = (cells: readonly string[] | undefined) =>
      cells !== undefined && (isRow(cells) || cells[0]?.slice(1).trimStart().startsWith('#'));
    while (belongs(lines[to])) to++;
    const group = lines.slice(from, Math.max(to, from + 1));
    const widths = columnWidths(group.filter(isRow));
    for (const cells of group) printed.push(isRow(cells) ? printRow(cells, widths) : (cells[0] as string).slice(1));
    from += group.length;
  }
  return printed;
}
