import type { DataRowView, DataSetView } from '@/api/types';
import { UsesList } from '@/lens/UsesList';
import { ellipsis } from '@/parts/ellipsis';
import { type OwnPair, pairsOnlyOf } from './pairs';

/** A cell of the grid. */
export interface DataPlace {
  /** The number of the row, from 1 on. */
  row: number;
  column: number;
}

const MOST_VALUES = 12;

/** What the selected column holds, the selected row, and who uses the set. */
export function DataLens({
  set,
  rows,
  place,
}: {
  set: DataSetView;
  rows: readonly DataRowView[];
  place: DataPlace | null;
}) {
  const column = place ? set.columns[place.column] : undefined;
  const row = place ? rows.find((each) => each.number === place.row) : undefined;
  return (
    <>
      <div className="flex h-9 flex-none items-center border-b border-hair px-3.5">
        <h2 ref={ellipsis} className="font-semibold">
          {place && column ? (
            <>
              Row {place.row} <span className="font-normal text-ink-2">column {column.name}</span>
            </>
          ) : (
            'Data set'
          )}
        </h2>
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto">
        {column && place && <ColumnValues rows={rows} column={place.column} name={column.name} all={set.rows} />}
        {row && (
          <section aria-label={`Row ${row.number}`} className="border-b border-hair px-3.5 pt-2.5 pb-3">
            <h3 className="mb-1 text-small font-semibold text-ink-3">Row {row.number}</h3>
            {row.fault && <p className="mb-1 bg-error-wash px-2 py-1">{row.fault}</p>}
            <dl className="grid grid-cols-[minmax(70px,auto)_1fr] gap-x-3 gap-y-1">
              {set.columns.map((each, index) => (
                <div key={each.name} className="contents">
                  <dt ref={ellipsis} className="text-ink-2">
                    {each.name}
                  </dt>
                  <dd className="break-words font-mono text-value">{row.cells[index]}</dd>
                </div>
              ))}
            </dl>
          </section>
        )}
        {row && !row.leftOut && set.rows === rows.length && set.source.startsWith('pairs') && (
          <OwnPairs pairs={pairsOnlyOf(row, rows)} columns={set.columns.map((each) => each.name)} />
        )}
        <div className="px-3.5 py-3">
          <UsesList kind="data" name={set.name} />
        </div>
      </div>
    </>
  );
}

/** The pairs that would not be tried without this row. */
function OwnPairs({ pairs, columns }: { pairs: readonly OwnPair[]; columns: readonly string[] }) {
  return (
    <section aria-label="Pairs of this row only" className="border-b border-hair px-3.5 pt-2.5 pb-3">
      <h3 className="mb-1 flex justify-between text-small text-ink-3">
        <span className="font-semibold">Pairs that only this row has</span>
        <span>{pairs.length}</span>
      </h3>
      {pairs.length === 0 && <p className="text-ink-2">None; each of its pairs stands in another row, too.</p>}
      {pairs.slice(0, MOST_VALUES).map(({ columns: [a, b], values }) => (
        <p key={`${a} ${b}`} ref={ellipsis}>
          <span className="text-ink-2">{columns[a]}</span> <span className="font-mono text-value">{values[0]}</span>{' '}
          <span className="text-ink-3">with</span> <span className="text-ink-2">{columns[b]}</span>{' '}
          <span className="font-mono text-value">{values[1]}</span>
        </p>
      ))}
      {pairs.length > MOST_VALUES && <p className="text-small text-ink-3">and {pairs.length - MOST_VALUES} more</p>}
    </section>
  );
}

/** How often each value stands in a column, the most frequent first. */
function ColumnValues({
  rows,
  column,
  name,
  all,
}: {
  rows: readonly DataRowView[];
  column: number;
  name: string;
  all: number | undefined;
}) {
  const counts = new Map<string, number>();
  for (const row of rows) {
    const cell = row.cells[column] ?? '';
    counts.set(cell, (counts.get(cell) ?? 0) + 1);
  }
  const sorted = [...counts].sort((a, b) => b[1] - a[1]);
  const most = sorted[0]?.[1] ?? 1;
  return (
    <section aria-label={`Values of ${name}`} className="border-b border-hair px-3.5 pt-2.5 pb-3">
      <h3 className="mb-1.5 flex justify-between text-small text-ink-3">
        <span className="font-semibold">Values</span>
        <span>
          {counts.size} different{all !== undefined && all > rows.length ? ` in the first ${rows.length}` : ''}
        </span>
      </h3>
      {sorted.slice(0, MOST_VALUES).map(([value, count]) => (
        <div key={value} className="grid h-6 grid-cols-[1fr_64px_32px] items-center gap-2">
          <span ref={ellipsis} className="font-mono text-value" title={value}>
            {value === '' ? <i className="text-ink-3">empty</i> : value}
          </span>
          <span
            aria-hidden
            className="block h-1.5 bg-[var(--origin-column)] opacity-60"
            style={{ width: `${Math.max(4, (count / most) * 100)}%` }}
          />
          <span className="text-right tabular-nums">{count}</span>
        </div>
      ))}
      {sorted.length > MOST_VALUES && <p className="text-small text-ink-3">and {sorted.length - MOST_VALUES} more</p>}
    </section>
  );
}
