import { useVirtualizer } from '@tanstack/react-virtual';
import { type CSSProperties, type MouseEvent, useCallback, useEffect, useMemo, useRef } from 'react';
import type { Other } from '@/document/presence';
import { useOthers } from '@/document/presence';
import { fieldsOf, placeOf, type Records } from '@/document/records';
import { useDocumentState } from '@/document/useDocument';
import { ellipsis } from '@/parts/ellipsis';
import { FindBar, useFound } from '@/parts/FindBar';
import { Menu, type MenuEntry } from '@/parts/Menu';
import { useStore } from '@/parts/store';
import { Notices } from '@/sheet/Notices';
import { FileField } from './FileField';
import { type FileRange, type FileSession, through } from './fileSession';

const ROW_HEIGHT = 28;
const LEAST_COLUMN = 72;
const WIDEST_COLUMN = 320;
const NUMBER_COLUMN = 48;
/** The widths of columns are those of this many rows. */
const MEASURED = 200;

/** The rows of a file, as in a spreadsheet; its first record holds the names of columns and stays on top. */
export function FileGrid({ session }: { session: FileSession }) {
  const { document } = session;
  useDocumentState(document);
  const { records, columns } = session;
  const cursor = useStore(session.cursor);
  const glowing = useStore(document.glowing);
  const others = placeOthers(useOthers(), session);
  const scroller = useRef<HTMLDivElement>(null);
  const grid = useMemo(() => gridOf(records, columns), [records, columns]);
  const count = records.starts.length;
  const virtual = useVirtualizer({
    // Behind the last row stands the one where rows come in.
    count,
    getScrollElement: useCallback(() => scroller.current, []),
    estimateSize: () => ROW_HEIGHT,
    overscan: 10,
    scrollPaddingStart: ROW_HEIGHT,
    initialRect: { width: 800, height: 600 },
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a move of the cursor moves the view
  useEffect(() => {
    if (cursor.row > 0) virtual.scrollToIndex(cursor.row - 1, { align: 'auto' });
  }, [cursor.row]);
  const focus = () => scroller.current?.querySelector('textarea')?.focus({ preventScroll: true });
  session.focus = focus;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when it is there
  useEffect(() => focus(), []);
  const selecting = useRef(false);
  const press = (event: MouseEvent) => {
    const place = placeAt(event.target);
    if (!place) return;
    const range = session.range();
    const inside =
      place.row >= range.top && place.row <= range.bottom && place.column >= range.left && place.column <= range.right;
    // The menu is about the range that it is opened in.
    if (event.button !== 0 && inside) return;
    event.preventDefault();
    session.leave();
    session.goTo(place.row, place.column, event.button === 0 && event.shiftKey);
    selecting.current = event.button === 0;
    focus();
  };
  const over = (event: MouseEvent) => {
    const place = selecting.current && event.buttons === 1 ? placeAt(event.target) : null;
    if (place) session.goTo(place.row, place.column, true);
  };
  const range = session.range();
  const { pattern, found } = useFound(session.searched, records);
  const line = { records, columns, grid, range, cursor, pattern };
  return (
    <>
      <Notices
        document={document}
        use={({ row, column }, text) => {
          const at = session.rowOf(row);
          if (at >= 0) session.put({ row: at, column }, [[text]]);
        }}
      />
      <FindBar searched={session.searched} found={found} />
      <div ref={scroller} data-file className="mx-4 min-h-0 flex-1 overflow-auto pb-6">
        <div className="relative" style={{ width: grid.width }}>
          <FileField session={session} label={labelOf(session)} />
          <Menu entries={() => entriesOf(session)} onClose={focus}>
            {/* biome-ignore lint/a11y/useKeyWithMouseEvents: the grid's field has the keys */}
            <div
              role="grid"
              aria-label={`Rows of ${document.path}`}
              aria-rowcount={count + 1}
              aria-colcount={columns + 1}
              aria-multiselectable
              tabIndex={-1}
              onMouseDown={press}
              onMouseOver={over}
              onMouseUp={() => {
                selecting.current = false;
              }}
              onDoubleClick={() => session.edit('in')}
              className="relative outline-none"
              style={{ height: virtual.getTotalSize() + ROW_HEIGHT }}
            >
              <FileRow {...line} row={0} others={others.get(0)} />
              {virtual.getVirtualItems().map(({ index, start }) => {
                const id = session.lineAt(index + 1);
                return (
                  <FileRow
                    key={index}
                    {...line}
                    row={index + 1}
                    top={start + ROW_HEIGHT}
                    glow={id === undefined ? undefined : glowing.get(id)}
                    others={others.get(index + 1)}
                  />
                );
              })}
            </div>
          </Menu>
        </div>
      </div>
    </>
  );
}

interface Grid {
  columns: string;
  width: string;
  /** Whether a column holds numbers, which stand on the right. */
  numeric: readonly boolean[];
}

const NUMBER = /^[-+]?\d+([.,]\d+)?$/;

function gridOf(records: Records, columns: number): Grid {
  const measured = through(0, Math.min(MEASURED, records.starts.length) - 1).map((row) => fieldsOf(records, row));
  const all = through(0, columns - 1).map((column) => measured.map((fields) => fields[column]?.text ?? ''));
  const widths = all.map((texts) => {
    const longest = Math.max(0, ...texts.map((text) => text.length));
    return Math.max(LEAST_COLUMN, Math.min(WIDEST_COLUMN, longest * 8 + 20));
  });
  return {
    columns: `${NUMBER_COLUMN}px ${widths.map((width) => `minmax(${width}px, ${width}fr)`).join(' ')}`,
    width: `max(100%, ${NUMBER_COLUMN + widths.reduce((sum, each) => sum + each, 0)}px)`,
    numeric: all.map(([, ...texts]) => texts.some((text) => text !== '') && texts.every(isNumberOrEmpty)),
  };
}

const isNumberOrEmpty = (text: string) => text === '' || NUMBER.test(text);

function FileRow({
  records,
  columns,
  grid,
  range,
  cursor,
  pattern,
  row,
  top,
  glow,
  others,
}: {
  records: Records;
  columns: number;
  grid: Grid;
  range: FileRange;
  cursor: { row: number; column: number };
  /** What is looked for. */
  pattern: RegExp | null;
  row: number;
  /** Where it lies; the names of columns stay on top. */
  top?: number;
  glow?: string;
  others?: readonly Other[];
}) {
  const fields = fieldsOf(records, row);
  const fault = row < records.starts.length ? faultOf(fields.length, columns, records, row) : undefined;
  const names = row === 0;
  const place = names ? 'sticky top-0 z-10 bg-surface' : 'absolute inset-x-0';
  const numbered = row < records.starts.length ? row : '+';
  return (
    <div
      role="row"
      tabIndex={-1}
      aria-rowindex={row + 1}
      data-glow={glow}
      className={`${place} grid h-7 items-stretch border-b ${names ? 'border-rule' : 'border-hair'} ${fault ? 'bg-error-wash' : ''}`}
      style={
        {
          gridTemplateColumns: grid.columns,
          top,
          '--glow': glow,
        } as CSSProperties
      }
      title={fault}
    >
      <span
        role="rowheader"
        tabIndex={-1}
        className="flex items-center justify-end pr-2 text-[12px] text-ink-3"
        title={others?.map((other) => other.name).join(', ')}
        style={others?.[0] ? { boxShadow: `inset 3px 0 ${others[0].colour}` } : undefined}
      >
        {names ? 'row' : numbered}
      </span>
      {through(0, Math.max(columns, fields.length) - 1).map((column) => (
        <FileCell
          key={column}
          text={fields[column]?.text ?? ''}
          numeric={grid.numeric[column] ?? false}
          row={row}
          column={column}
          found={pattern?.test(fields[column]?.text ?? '') ?? false}
          here={cursor.row === row && cursor.column === column}
          selected={row >= range.top && row <= range.bottom && column >= range.left && column <= range.right}
        />
      ))}
    </div>
  );
}

function FileCell({
  text,
  numeric,
  row,
  column,
  found,
  here,
  selected,
}: {
  text: string;
  numeric: boolean;
  row: number;
  column: number;
  /** Whether it holds what is looked for. */
  found: boolean;
  here: boolean;
  selected: boolean;
}) {
  const names = row === 0;
  const type = `${names ? 'font-medium' : 'font-mono text-value'} ${numeric ? 'text-right' : ''}`;
  const ground = selected ? 'bg-accent-wash' : names ? 'bg-[var(--origin-column-wash)]' : '';
  return (
    // biome-ignore lint/a11y/useAriaPropsSupportedByRole: both roles support it
    <span
      role={names ? 'columnheader' : 'gridcell'}
      tabIndex={-1}
      aria-selected={selected}
      data-cursor={here || undefined}
      data-found={found || undefined}
      data-row={row}
      data-column={column}
      title={text.length > 24 ? text : undefined}
      ref={ellipsis}
      className={`relative px-2 leading-7 ${type} ${ground}`}
    >
      {text.replaceAll('\n', ' ⏎ ')}
      {here && <span className="pointer-events-none absolute inset-0 border-2 border-select-edge" />}
    </span>
  );
}

/** What is wrong with a row of so many fields. */
function faultOf(size: number, columns: number, records: Records, row: number): string | undefined {
  if (size > columns) return `There are only ${columns} columns.`;
  if (size < columns) return `The row ends before “${fieldsOf(records, 0)[size]?.text ?? ''}”.`;
  // A quote that opens and does not close takes in what follows.
  return row === records.starts.length - 1 && isOpen(records, row) ? 'A quote opens here and never closes.' : undefined;
}

const isOpen = ({ text, starts }: Records, row: number) => (text.slice(starts[row]).split('"').length - 1) % 2 === 1;

function labelOf(session: FileSession): string {
  const { row, column } = session.cursor.get();
  const name = session.textAt({ row: 0, column }) || `column ${column + 1}`;
  if (row === 0) return `Name of column ${column + 1}`;
  return row < session.records.starts.length ? `Row ${row}, ${name}` : `New row, ${name}`;
}

function placeAt(target: EventTarget): { row: number; column: number } | null {
  const cell = (target as Element).closest<HTMLElement>('[data-column]');
  return cell ? { row: Number(cell.dataset.row), column: Number(cell.dataset.column) } : null;
}

function entriesOf(session: FileSession): MenuEntry[] {
  const { column } = session.cursor.get();
  return [
    { word: 'Row above', keys: 'Ctrl Shift Enter', act: () => session.insertRow(false) },
    { word: 'Row below', keys: 'Ctrl Enter', act: () => session.insertRow(true) },
    { word: 'Move up', keys: 'Alt ↑', act: () => session.shift(-1) },
    { word: 'Move down', keys: 'Alt ↓', act: () => session.shift(1) },
    { word: 'Remove rows', keys: 'Ctrl Del', act: () => session.removeRows() },
    null,
    { word: 'Column before', act: () => session.insertColumn(column) },
    { word: 'Column behind', act: () => session.insertColumn(column + 1) },
    { word: 'Remove column', act: () => session.removeColumn(column) },
    null,
    { word: 'Fill down', keys: 'Ctrl D', act: () => session.fillDown() },
    { word: 'Empty', keys: 'Del', act: () => session.empty() },
  ];
}

/** In which row others are. */
function placeOthers(others: readonly Other[], session: FileSession): Map<number, Other[]> {
  const { document, records } = session;
  const places = new Map<number, Other[]>();
  for (const other of others) {
    if (other.document !== document.id) continue;
    const since = document.sync.since(other.version);
    if (!since || other.offset > since.changes.length) continue;
    const { row } = placeOf(records, since.changes.mapPos(other.offset, 1));
    places.set(row, [...(places.get(row) ?? []), other]);
  }
  return places;
}
