import { ChevronLeft, ChevronRight, Rows3, Sheet as SheetIcon } from 'lucide-react';
import type { RowLensView } from '@/api/types';
import { IconButton } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { ellipsis } from '@/parts/ellipsis';
import { readByRow, showAllRows } from './rowLens';
import type { SheetSession } from './session';

/** The line over a case with data: its set and columns, or one row of it with its values. */
export function RowLine({
  session,
  block,
  set,
  rows,
  columns,
  view,
}: {
  session: SheetSession;
  block: number;
  /** The data set's name; empty for rows that are typed in. */
  set: string;
  rows: number;
  columns: readonly string[];
  /** The row that is read. */
  view: RowLensView | undefined;
}) {
  if (view) return <OneRow session={session} block={block} view={view} />;
  return (
    <div className="flex h-7 items-center gap-2 border-t border-hair px-2 text-ink-2">
      <SheetIcon size={14} className="flex-none text-ink-3" aria-hidden />
      <span className="flex-none">{set || 'data'}</span>
      <span className="flex-none text-ink-3">{counted(rows, 'row')}</span>
      <span className="flex min-w-0 flex-1 items-center gap-2 overflow-hidden">
        {columns.map((column) => (
          <span key={column} className="ref" data-origin="column">
            {column}
          </span>
        ))}
      </span>
      {rows > 0 && (
        <button
          type="button"
          tabIndex={-1}
          title="Read the steps with the values of a row (Alt →)"
          onClick={() => readByRow(session, block, 1)}
          className="flex-none rounded-chip px-1 font-medium text-accent hover:underline"
        >
          Read by row
        </button>
      )}
    </div>
  );
}

function OneRow({ session, block, view }: { session: SheetSession; block: number; view: RowLensView }) {
  const turn = (word: string, to: number, Icon: typeof ChevronLeft) => (
    <IconButton
      word={word}
      tabIndex={-1}
      disabled={to < 1 || to > view.count}
      onClick={() => readByRow(session, block, to)}
    >
      <Icon size={14} aria-hidden />
    </IconButton>
  );
  return (
    <div
      role="status"
      className="flex h-7 items-center gap-1 border-t border-hair bg-[var(--origin-column-wash)] px-1 text-[var(--origin-column)]"
    >
      {turn('The row before', view.row - 1, ChevronLeft)}
      <b className="flex-none font-semibold">
        row {view.row.toLocaleString('en')} of {view.count.toLocaleString('en')}
      </b>
      {turn('The next row', view.row + 1, ChevronRight)}
      <span className="mx-1 h-full border-l border-hair-strong" />
      <span ref={ellipsis} className="flex-1 [&>span+span]:ml-3">
        {view.fault && <span className="text-failed">{view.fault}</span>}
        {view.columns.map((column, place) => (
          <span key={column} title={`${column}: ${view.values[place]}`}>
            {column} <span className="font-mono text-value underline underline-offset-[3px]">{view.values[place]}</span>
          </span>
        ))}
      </span>
      <button
        type="button"
        tabIndex={-1}
        onClick={() => showAllRows(session)}
        className="flex flex-none items-center gap-1 rounded-chip px-1 font-medium hover:underline"
      >
        <Rows3 size={13} aria-hidden />
        Show all rows
      </button>
    </div>
  );
}
