import type { DataRowView, DataSetView } from '@/api/types';
import { ellipsis } from '@/parts/ellipsis';
import { useKeptInView } from '@/parts/useKeptInView';

/** The id of the cell under the cursor. */
export const CURSOR = 'data-cursor-cell';

/** A row of a data set; the grid that it stands in takes the keys. */
export function DataRow({
  row,
  set,
  grid,
  top,
  column,
  choose,
  edit,
}: {
  row: DataRowView;
  set: DataSetView;
  grid: string;
  top: number;
  column: number | null;
  choose: (column: number) => void;
  edit: ((column: number) => void) | null;
}) {
  return (
    <div
      role="row"
      tabIndex={-1}
      aria-rowindex={row.number + 1}
      aria-selected={column !== null}
      className={`absolute inset-x-0 grid h-7 items-center border-b border-hair ${column === null ? '' : 'bg-select'} ${row.fault ? 'bg-error-wash' : ''} ${row.leftOut ? 'text-ink-3 line-through' : ''}`}
      style={{ gridTemplateColumns: grid, top }}
      title={row.leftOut ? 'Left out by the condition' : row.fault}
    >
      <span role="rowheader" tabIndex={-1} className="pr-2 text-right text-[12px] text-ink-3">
        {row.number}
      </span>
      {set.columns.map((own, index) => (
        <DataCell
          key={own.name}
          text={row.cells[index] ?? ''}
          numeric={own.numeric}
          here={column === index}
          choose={() => choose(index)}
          edit={edit && (() => edit(index))}
        />
      ))}
    </div>
  );
}

function DataCell({
  text,
  numeric,
  here,
  choose,
  edit,
}: {
  text: string;
  numeric: boolean;
  here: boolean;
  choose: () => void;
  edit: (() => void) | null;
}) {
  const cell = useKeptInView(here);
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the grid takes the keys
    <span
      ref={cell}
      id={here ? CURSOR : undefined}
      role="gridcell"
      tabIndex={-1}
      aria-selected={here}
      onClick={choose}
      onDoubleClick={edit ?? undefined}
      title={text}
      className={`h-full scroll-mt-12 px-2 font-mono text-value leading-7 ${numeric ? 'text-right' : ''} ${here ? 'outline-2 -outline-offset-2 outline-select-edge' : ''}`}
    >
      <span ref={ellipsis} className="block">
        {text}
      </span>
    </span>
  );
}
