import type { ReactNode } from 'react';
import type { BlockProblem } from '@/api/types';
import { ellipsis } from '@/parts/ellipsis';
import { textAt } from './columns';
import type { RowItem } from './items';
import type { LineProps } from './SheetLine';

/** One cell of a sheet; the sheet's field lies over it while it is edited. */
export function Cell({
  item,
  column,
  cell = column,
  line,
  className = '',
  children,
}: {
  item: RowItem;
  column: number;
  /** The cell of the row that it shows, for problems; null where it shows none or several. */
  cell?: number | null;
  line: LineProps;
  className?: string;
  children: ReactNode;
}) {
  const { cursor, range, session } = line;
  const here = cursor?.column === column;
  const inRange = range?.includes(column) ?? false;
  const own = item.problems
    .map((problem, index) => ({ problem, index }))
    .filter(({ problem }) => isIn(problem, item, column, cell));
  const text = textAt(item, column);
  return (
    // biome-ignore lint/a11y/useAriaPropsSupportedByRole: both roles can be selected
    <div
      role={item.kind === 'cells' && item.head ? 'columnheader' : 'gridcell'}
      tabIndex={-1}
      data-cursor={here || undefined}
      data-column={column}
      data-found={line.found?.test(text) || undefined}
      aria-selected={here || inRange}
      aria-invalid={own.some(({ problem }) => problem.severity === 'error') || undefined}
      aria-describedby={own.length > 0 ? own.map(({ index }) => `problem-${item.id}-${index}`).join(' ') : undefined}
      title={text || undefined}
      className={`relative flex min-w-0 items-center gap-[5px] whitespace-nowrap px-2 outline-none ${inRange ? 'bg-accent-wash [&_.spill]:bg-transparent' : ''} ${className}`}
      onMouseDown={(event) => {
        if ((event.target as HTMLElement).closest('button')) return;
        if (event.button === 2 && !inRange) session.goTo(item.key, column);
        if (event.button !== 0) return;
        event.preventDefault();
        session.leave();
        session.selecting = true;
        session.goTo(item.key, column, event.shiftKey);
        line.focus();
      }}
      onMouseEnter={(event) => {
        if (session.selecting && (event.buttons & 1) === 1) session.goTo(item.key, column, true);
      }}
      onDoubleClick={() => {
        session.goTo(item.key, column);
        session.edit('in');
        line.focus();
      }}
    >
      <span className="contents">{children}</span>
      {here && (
        <span className="pointer-events-none absolute -inset-x-px top-0 -bottom-px z-[3] border-2 border-select-edge" />
      )}
    </div>
  );
}

/** A text runs on over the empty cells after its own and ends with dots where one is filled. */
export function CellText({ spills, children }: { spills: boolean; children: ReactNode }) {
  return spills ? <span className="spill">{children}</span> : <span ref={ellipsis}>{children}</span>;
}

function isIn(problem: BlockProblem, item: RowItem, column: number, cell: number | null): boolean {
  const inside = item.row.cells.findIndex(({ from, to }) => problem.start >= from && problem.start <= to);
  if (cell !== null) return inside === cell;
  return item.kind === 'step' && column < 0 && inside >= item.marksFrom;
}
