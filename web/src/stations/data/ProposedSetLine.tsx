import type { ProposedSet } from '@/api/types';
import { counted } from '@/parts/counted';
import { ellipsis } from '@/parts/ellipsis';

/** A set of a file that one may want, under a name that one may change. */
export interface WantedSet {
  set: ProposedSet;
  name: string;
  wanted: boolean;
}

/** A data set that a file could give: whether it is wanted, its name, and its first rows. */
export function ProposedSetLine({
  of: { set, name, wanted },
  change,
}: {
  of: WantedSet;
  change: (to: { name?: string; wanted?: boolean }) => void;
}) {
  return (
    <section aria-label={`Data set ${set.name}`} className="border-b border-hair px-4 py-3">
      <div className="flex items-center gap-2.5">
        <input
          type="checkbox"
          aria-label={`Make the data set ${name}`}
          checked={wanted}
          disabled={set.broken !== undefined}
          onChange={(event) => change({ wanted: event.target.checked })}
        />
        <input
          aria-label="Name"
          value={name}
          disabled={!wanted}
          className="field h-7 w-56 flex-none font-medium disabled:text-ink-3"
          onChange={(event) => change({ name: event.target.value })}
        />
        {set.broken === undefined && <span className="flex-none text-ink-2">{rowsOf(set.rows)}</span>}
        <span ref={ellipsis} className="flex-1 font-mono text-value text-ink-2 [&>span+span]:ml-4">
          {set.properties.slice(1).map((line) => (
            <span key={line}>{line}</span>
          ))}
        </span>
      </div>
      {(set.broken ?? set.fault) && (
        <p role="note" className="mt-2 ml-[26px] bg-error-wash px-2 py-1">
          {set.broken ?? `A row is not sound and would not run: ${set.fault}`}
        </p>
      )}
      {set.columns.length > 0 && <FirstRows columns={set.columns} rows={set.first} name={set.name} />}
    </section>
  );
}

/** Too many to be counted while one waits have no number. */
const rowsOf = (rows: number | undefined) => (rows === undefined ? 'very many rows' : counted(rows, 'row'));

function FirstRows({
  columns,
  rows,
  name,
}: {
  columns: readonly string[];
  rows: readonly (readonly string[])[];
  name: string;
}) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: it can be scrolled by keyboard
    <section tabIndex={0} aria-label={`First rows of ${name}`} className="mt-2 ml-[26px] overflow-x-auto">
      <table className="border-collapse text-left">
        <thead>
          <tr>
            {columns.map((column) => (
              <th key={column} scope="col" className="border border-hair bg-ground px-2 py-1 font-medium text-ink-2">
                {column}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((cells, place) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a row is its place
            <tr key={place}>
              {columns.map((column, at) => (
                <td key={column} className="max-w-56 border border-hair bg-surface px-2 py-1 font-mono text-value">
                  <span ref={ellipsis} className="block" title={cells[at]}>
                    {cells[at]}
                  </span>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
