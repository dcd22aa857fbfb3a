import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { KeywordView } from '@/api/types';
import { SheetLine } from './SheetLine';
import { columnsOf, isRow, type RowItem, rowKey, sheetItems } from './sheetItems';
import type { Sheet } from './useSheet';
import { useSheetKeys } from './useSheetKeys';

/** The cell that keys act on, where a range began, and what is being typed into it. */
export interface Cursor {
  key: string;
  column: number;
  anchor: { key: string; column: number } | null;
  editing: string | null;
}

/** A document as one long table, of which only what is in view is drawn. */
export function SheetTable({
  sheet,
  path,
  keywords,
  line,
  onSelect,
}: {
  sheet: Sheet;
  path: string;
  keywords: ReadonlyMap<string, KeywordView>;
  line: number | null;
  onSelect: (row: RowItem | null) => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const [cursor, setCursor] = useState<Cursor | null>(null);
  const [unfolded, setUnfolded] = useState<ReadonlySet<string>>(new Set());
  const { view, problems } = sheet;
  const items = useMemo(
    () => (view ? sheetItems(view, problems, unfolded, keywords) : []),
    [view, problems, unfolded, keywords],
  );
  const rows = useMemo(() => items.filter(isRow), [items]);
  const virtual = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => 28,
    getItemKey: (index) => items[index]?.key ?? index,
    overscan: 12,
  });

  const selectedRow = useMemo(() => rows.find((row) => row.key === cursor?.key) ?? null, [rows, cursor?.key]);
  useEffect(() => onSelect(selectedRow), [selectedRow, onSelect]);

  const fold = (key: string, open: boolean) => {
    const next = new Set(unfolded);
    if (open) next.add(key);
    else next.delete(key);
    setUnfolded(next);
  };

  const { onKeyDown, commit, cancel, onCopy, onCut, onPaste, rowActions } = useSheetKeys({
    sheet,
    rows,
    cursor,
    setCursor,
    fold,
  });

  // The cell under the cursor is brought into view and has the focus, unless it is being edited.
  const cursorIndex = items.findIndex((item) => item.key === cursor?.key);
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a move of the cursor moves focus and view
  useEffect(() => {
    if (!cursor || cursorIndex < 0 || cursor.editing !== null) return;
    virtual.scrollToIndex(cursorIndex, { align: 'auto' });
    requestAnimationFrame(() => {
      scroller.current?.querySelector<HTMLElement>('[data-cursor=true]')?.focus({ preventScroll: true });
    });
  }, [cursor?.key, cursor?.column, cursor?.editing === null, cursorIndex >= 0]);

  // An address may name a line to go to.
  const [went, setWent] = useState<number | null>(null);
  useEffect(() => {
    if (line === null || went === line || items.length === 0) return;
    const exact = items.findIndex((item) => isRow(item) && item.row.line === line);
    const head = items.findIndex((item) => item.kind === 'block' && item.block.headerLine === line);
    const index = exact >= 0 ? exact : head;
    if (index < 0) return;
    setWent(line);
    virtual.scrollToIndex(index, { align: 'start' });
    const item = items[index];
    if (isRow(item)) setCursor({ key: item.key, column: 0, anchor: null, editing: null });
  }, [line, went, items, virtual]);

  return (
    <div
      ref={scroller}
      role="grid"
      tabIndex={cursor ? -1 : 0}
      aria-label={`Sheet of ${path}`}
      aria-rowcount={rows.length}
      aria-multiselectable
      className="relative min-h-0 flex-1 overflow-auto pb-24 outline-none"
      onKeyDown={onKeyDown}
      onCopy={onCopy}
      onCut={onCut}
      onPaste={onPaste}
      onFocus={(event) => {
        const first = rows[0];
        if (event.target === event.currentTarget && !cursor && first) {
          setCursor({ key: first.key, column: 0, anchor: null, editing: null });
        }
      }}
    >
      <div className="relative min-w-[640px]" style={{ height: virtual.getTotalSize() + 240 }}>
        {virtual.getVirtualItems().map((drawn) => {
          const item = items[drawn.index];
          if (!item) return null;
          return (
            <div
              key={drawn.key}
              data-index={drawn.index}
              ref={virtual.measureElement}
              className={`absolute inset-x-0 top-0 ${cursor?.editing != null && drawn.index === cursorIndex ? 'z-20' : ''}`}
              style={{ transform: `translateY(${drawn.start}px)` }}
            >
              <SheetLine
                item={item}
                sheet={sheet}
                path={path}
                keywords={keywords}
                cursor={cursor?.key === item.key ? cursor : null}
                range={isRow(item) ? rangeOf(rows, cursor, item) : null}
                unfolded={unfolded.has(item.key)}
                onCell={(column, extend, editing) => {
                  if (!isRow(item)) return;
                  const bounded = Math.min(column, columnsOf(item) - 1);
                  const anchor =
                    extend && cursor ? (cursor.anchor ?? { key: cursor.key, column: cursor.column }) : null;
                  setCursor({ key: item.key, column: bounded, anchor, editing });
                }}
                onCommit={commit}
                onCancel={cancel}
                onFold={(open) => fold(item.key, open)}
                actions={rowActions}
              />
            </div>
          );
        })}
      </div>
    </div>
  );
}

/** The columns of a row that are in the selected range. */
function rangeOf(rows: RowItem[], cursor: Cursor | null, item: RowItem): [number, number] | null {
  if (!cursor?.anchor) return null;
  const from = rows.findIndex((row) => row.key === cursor.anchor?.key);
  const to = rows.findIndex((row) => row.key === cursor.key);
  const at = rows.findIndex((row) => row.key === rowKey(item.at));
  if (from < 0 || at < Math.min(from, to) || at > Math.max(from, to)) return null;
  return [Math.min(cursor.anchor.column, cursor.column), Math.max(cursor.anchor.column, cursor.column)];
}
