import { type MouseEvent, useEffect, useMemo, useRef } from 'react';
import { Link } from 'wouter';
import type { CaseOutcomeView } from '@/api/types';
import { documentPlace } from '@/app/places';
import type { OpenDocument } from '@/document/openDocument';
import { valueOffers } from '@/document/suggestions';
import { ellipsis } from '@/parts/ellipsis';
import { Outcome } from '@/parts/Outcome';
import { formatDuration } from '@/parts/times';
import { useFieldOffers } from '@/parts/useFieldOffers';
import type { Ask } from '@/parts/useOffers';
import { OVERVIEW_COLUMNS, type OverviewCase } from './overviewCells';

/** In pixels. */
export const LINE_HEIGHT = 28;

/** The columns of the overview: outcome, name, rows, properties and time; of all suites, the suite before the name. */
export const gridOf = (suites: boolean) =>
  suites
    ? 'grid grid-cols-[30px_minmax(100px,1.2fr)_minmax(200px,3fr)_3rem_3.5rem_repeat(3,minmax(80px,1fr))_minmax(70px,0.8fr)_4rem_3rem_4rem]'
    : 'grid grid-cols-[30px_minmax(180px,2.2fr)_3rem_4rem_repeat(3,minmax(90px,1fr))_minmax(80px,0.8fr)_4.5rem_3rem_4rem]';

/** What is known of a case from its runs. */
export type CaseRuns = Pick<CaseOutcomeView, 'executableCount' | 'exclusionReason' | 'last' | 'millis'>;

/** A case as a line of the overview, whose cells are edited in place. */
export function CaseLine({
  one,
  suites,
  runs,
  top,
  index,
  column,
  here,
  editing,
  commit,
  cancel,
  choose,
  edit,
}: {
  one: OverviewCase;
  /** Whether its suite is named. */
  suites: boolean;
  runs: CaseRuns | undefined;
  top: number;
  index: number;
  /** The column that is selected in this line, or null. */
  column: number | null;
  /** Whether the cursor is in this line. */
  here: boolean;
  /** What is typed into the cell under the cursor, or null. */
  editing: string | null;
  commit: (text: string, down: number) => void;
  cancel: () => void;
  choose: (column: number, extend: boolean) => void;
  edit: (text: string) => void;
}) {
  const { document } = one;
  const press = (place: number) => (event: MouseEvent) => {
    if (event.button === 0) choose(place, event.shiftKey);
  };
  return (
    <div
      role="row"
      tabIndex={-1}
      aria-rowindex={index + 2}
      style={{ top, height: LINE_HEIGHT }}
      className={`${gridOf(suites)} absolute inset-x-0 items-stretch border-b border-hair`}
    >
      <span role="gridcell" tabIndex={-1} className="grid">
        <Link
          to={documentPlace(document.path, { line: one.line })}
          tabIndex={-1}
          aria-label={`Open ${one.cells[0]}`}
          title="Open the case"
          className="grid place-items-center"
        >
          <Outcome of={runs?.last} />
        </Link>
      </span>
      {suites && (
        <span
          role="gridcell"
          tabIndex={-1}
          title={one.suite}
          onMouseDown={press(0)}
          className="flex min-w-0 items-center px-2 text-ink-2"
        >
          <span ref={ellipsis}>{one.suite}</span>
        </span>
      )}
      {one.cells.map((text, place) => (
        <span key={OVERVIEW_COLUMNS[place]} className="contents">
          <span
            role="gridcell"
            tabIndex={-1}
            aria-selected={column === place}
            title={text || undefined}
            onMouseDown={press(place)}
            onDoubleClick={() => edit(text)}
            className={`relative flex min-w-0 items-center px-2 ${column === place ? 'bg-accent-wash' : ''} ${place === 0 ? 'font-medium' : ''}`}
          >
            <span ref={ellipsis}>{text}</span>
            {here && column === place && editing === null && (
              <span className="pointer-events-none absolute inset-0 border-2 border-select-edge" />
            )}
            {here && column === place && editing !== null && (
              <Field
                document={document}
                id={one.id}
                word={OVERVIEW_COLUMNS[place]}
                label={`${OVERVIEW_COLUMNS[place]} of ${one.cells[0]}`}
                text={editing}
                commit={commit}
                cancel={cancel}
              />
            )}
          </span>
          {place === 0 && (
            <span
              role="gridcell"
              tabIndex={-1}
              title={runs?.exclusionReason}
              onMouseDown={press(0)}
              className="flex items-center justify-end px-2 text-ink-3"
            >
              {runs?.exclusionReason ? 'out' : (runs?.executableCount ?? '')}
            </span>
          )}
        </span>
      ))}
      <span
        role="gridcell"
        tabIndex={-1}
        onMouseDown={press(OVERVIEW_COLUMNS.length - 1)}
        className="flex items-center justify-end px-2 text-ink-3"
      >
        {runs?.millis === undefined ? '' : formatDuration(runs.millis)}
      </span>
    </div>
  );
}

function Field({
  document,
  id,
  word,
  label,
  text,
  commit,
  cancel,
}: {
  document: OpenDocument;
  /** The case's block. */
  id: number;
  word: string | undefined;
  label: string;
  text: string;
  commit: (text: string, down: number) => void;
  cancel: () => void;
}) {
  const field = useRef<HTMLInputElement>(null);
  const over = useRef(false);
  useEffect(() => field.current?.focus({ preventScroll: true }), []);
  const end = (typed: string | undefined, down: number) => {
    if (over.current || typed === undefined) return;
    over.current = true;
    commit(typed, down);
  };
  const ask = useMemo<Ask | null>(
    () =>
      word === undefined || word === 'name' ? null : (typed, late) => valueOffers(document, id, word, typed, late),
    [document, id, word],
  );
  const offers = useFieldOffers(ask, text, (chosen) => end(chosen, 1));
  return (
    <>
      <input
        ref={field}
        aria-label={label}
        defaultValue={text}
        spellCheck={false}
        autoComplete="off"
        className="absolute inset-0 z-[3] border-2 border-select-edge bg-raised px-1.5 outline-none"
        onMouseDown={(event) => event.stopPropagation()}
        onInput={() => offers.typed(field.current?.value ?? '')}
        onBlur={() => end(field.current?.value, 0)}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (offers.key(event)) return;
          if (event.key === 'Enter') end(field.current?.value, 1);
          else if (event.key === 'Escape') {
            over.current = true;
            cancel();
          }
        }}
        {...offers.attributes}
      />
      {offers.list}
    </>
  );
}
