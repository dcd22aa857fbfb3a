import { useVirtualizer } from '@tanstack/react-virtual';
import { unparse } from 'papaparse';
import { type ClipboardEvent, type KeyboardEvent, useEffect, useRef, useState } from 'react';
import type { DataRowView, DataSetView } from '@/api/types';
import { ellipsis } from '@/parts/ellipsis';
import { Filter } from '@/parts/Filter';
import { isFound } from '@/parts/isFound';
import type { DataPlace } from './DataLens';
import { CURSOR, DataRow } from './DataRow';

const ROW_HEIGHT = 28;
const LEAST_COLUMN = 72;
const WIDEST_COLUMN = 320;
const NUMBER_COLUMN = 48;

/** The rows as cases get them; arrows move through the cells, Ctrl C copies the rows as tab-separated text. */
export function DataGrid({
  set,
  rows,
  place,
  setPlace,
  leftOut,
  showLeftOut,
  more,
  edit,
}: {
  set: DataSetView;
  rows: readonly DataRowView[];
  place: DataPlace | null;
  setPlace: (place: DataPlace) => void;
  /** Whether rows that the condition leaves out stand among the others. */
  leftOut: boolean;
  showLeftOut: (on: boolean) => void;
  /** Fetches further rows; null where there are none, or they are on their way. */
  more: (() => void) | null;
  /** Goes to where a cell is edited; null where that is not in a file. */
  edit: ((at: DataPlace) => void) | null;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const [filter, setFilter] = useState('');
  const [copied, setCopied] = useState('');
  const shown = filter === '' ? rows : rows.filter((row) => isFound(filter, row.cells));
  const virtual = useVirtualizer({
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
    initialRect: { width: 800, height: 600 },
  });
  const drawn = virtual.getVirtualItems();
  const lastDrawn = drawn.at(-1)?.index ?? 0;
  useEffect(() => {
    if (more && lastDrawn >= shown.length - 20) more();
  }, [more, lastDrawn, shown.length]);
  const widths = widthsOf(set, rows);
  const grid = `${NUMBER_COLUMN}px ${widths.map((width) => `minmax(${width}px, ${width}fr)`).join(' ')}`;
  // Head and rows are as wide as each other, whatever is in them.
  const width = `max(100%, ${NUMBER_COLUMN + widths.reduce((sum, each) => sum + each, 0)}px)`;
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey) return;
    if (edit && place && (event.key === 'Enter' || event.key === 'F2')) {
      event.preventDefault();
      return edit(place);
    }
    const index = place ? shown.findIndex((row) => row.number === place.row) : -1;
    const next = moved(event.key, index, place?.column ?? 0, shown.length, set.columns.length);
    const row = next && shown[next.index];
    if (!row) return;
    event.preventDefault();
    setPlace({ row: row.number, column: next.column });
    virtual.scrollToIndex(next.index);
  };
  const onCopy = (event: ClipboardEvent) => {
    if (event.target !== event.currentTarget) return;
    event.clipboardData.setData('text/plain', asText(set, shown));
    event.preventDefault();
    const here = `${shown.length.toLocaleString('en')} ${shown.length === 1 ? 'row' : 'rows'} copied`;
    setCopied(shown.length === set.rows ? here : `${here}, those that are shown here`);
  };
  return (
    <>
      <div className="flex flex-none items-center gap-3 px-4 pt-2 pb-1.5">
        <h2 className="font-semibold">Rows</h2>
        <span className="flex-1 text-ink-3">
          {(set.rows ?? rows.length).toLocaleString('en')}
          {set.rows === undefined ? ' and more' : ''}
        </span>
        {set.leftOut !== undefined && (
          <label className="flex items-center gap-1.5">
            <input type="checkbox" checked={leftOut} onChange={(event) => showLeftOut(event.target.checked)} />
            Show the {set.leftOut.toLocaleString('en')} left out
          </label>
        )}
        <div className="w-48">
          <Filter value={filter} onChange={setFilter} label="Filter the rows that are here" />
        </div>
      </div>
      <div
        ref={scroller}
        role="grid"
        aria-label={`Rows of ${set.name}`}
        aria-rowcount={(set.rows ?? rows.length) + 1}
        aria-colcount={set.columns.length + 1}
        aria-activedescendant={place ? CURSOR : undefined}
        tabIndex={0}
        onKeyDown={onKeyDown}
        onCopy={onCopy}
        className="mx-4 min-h-0 flex-1 overflow-auto pb-6"
      >
        <div
          role="row"
          tabIndex={-1}
          aria-rowindex={1}
          className="sticky top-0 z-10 grid bg-surface"
          style={{ gridTemplateColumns: grid, width }}
        >
          <span
            role="columnheader"
            tabIndex={-1}
            className="border-b-[1.5px] border-rule pr-2 text-right text-small text-ink-3"
          >
            row
          </span>
          {set.columns.map((column) => (
            <span
              key={column.name}
              role="columnheader"
              tabIndex={-1}
              className={`border-b-[1.5px] border-rule bg-[var(--origin-column-wash)] px-2 pb-1 ${column.numeric ? 'text-right' : ''}`}
            >
              <span ref={ellipsis} className="block h-4 text-caption text-ink-3">
                {column.from}
                {column.unused && ' no case uses it'}
              </span>
              <span className="ref" data-origin="column">
                {column.name}
              </span>
            </span>
          ))}
        </div>
        <div className="relative" style={{ height: virtual.getTotalSize(), width }}>
          {drawn.map((item) => {
            const row = shown[item.index];
            return (
              row && (
                <DataRow
                  key={row.number}
                  row={row}
                  set={set}
                  grid={grid}
                  top={item.start}
                  column={place?.row === row.number ? place.column : null}
                  choose={(column) => {
                    setPlace({ row: row.number, column });
                    // Keys, and what is copied, are the grid's.
                    scroller.current?.focus({ preventScroll: true });
                  }}
                  edit={edit && ((column) => edit({ row: row.number, column }))}
                />
              )
            );
          })}
        </div>
      </div>
      <footer className="flex h-7 flex-none items-center justify-between border-t border-hair px-4 text-ink-3">
        <span>{filter ? `${shown.length} of ${rows.length} rows that are here` : set.source}</span>
        <span role="status">{copied}</span>
        <span>
          {edit && (
            <>
              <kbd className="kbd">Enter</kbd> edits the file{' '}
            </>
          )}
          <kbd className="kbd ml-2">Ctrl C</kbd> copies as tab-separated text
        </span>
      </footer>
    </>
  );
}

/** Where a key leads; null for one that leads nowhere. */
function moved(key: string, index: number, column: number, rows: number, columns: number) {
  const to = (i: number, c: number) => (i >= 0 && i < rows && c >= 0 && c < columns ? { index: i, column: c } : null);
  // The first key goes into the grid.
  if (index < 0) return key.startsWith('Arrow') ? to(0, column) : null;
  switch (key) {
    case 'ArrowDown':
      return to(index + 1, column);
    case 'ArrowUp':
      return to(index - 1, column);
    case 'ArrowRight':
      return to(index, column + 1);
    case 'ArrowLeft':
      return to(index, column - 1);
    case 'PageDown':
      return to(Math.min(rows - 1, index + 20), column);
    case 'PageUp':
      return to(Math.max(0, index - 20), column);
    case 'Home':
      return to(index, 0);
    case 'End':
      return to(index, columns - 1);
    default:
      return null;
  }
}

/** As wide as the longest cell that is here, within bounds, in pixels. */
const widthsOf = (set: DataSetView, rows: readonly DataRowView[]): number[] =>
  set.columns.map((column, index) => {
    const cells = rows.slice(0, 200).map((row) => row.cells[index]?.length ?? 0);
    return Math.max(LEAST_COLUMN, Math.min(WIDEST_COLUMN, Math.max(column.name.length + 1, ...cells) * 8 + 20));
  });

const asText = (set: DataSetView, rows: readonly DataRowView[]) =>
  unparse([set.columns.map((column) => column.name), ...rows.map((row) => row.cells)], {
    delimiter: '\t',
    newline: '\n',
  });
