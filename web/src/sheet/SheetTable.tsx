import { useVirtualizer } from '@tanstack/react-virtual';
import { type CSSProperties, memo, useCallback, useDeferredValue, useEffect, useMemo, useRef } from 'react';
import type { KeywordView } from '@/api/types';
import { mend } from '@/document/fixes';
import type { Other } from '@/document/presence';
import { suiteIn } from '@/document/structure';
import { useDocumentPart } from '@/document/useDocument';
import { useAttempt } from '@/parts/attempt';
import { LinkButton } from '@/parts/Button';
import { FindBar, useFound } from '@/parts/FindBar';
import { useStore } from '@/parts/store';
import { AddBlocks } from './AddBlocks';
import { copyRange } from './clipboard';
import { observeOffset, useCursorInView } from './cursorInView';
import { useGoTo } from './goToLine';
import { fixedHeight, usualHeight } from './heights';
import { type Item, isRow, isStop, type Outcomes } from './items';
import { LineMenu } from './LineMenu';
import { Notices } from './Notices';
import { placeOthers } from './placeOthers';
import { useRowLens } from './rowLens';
import { SheetField } from './SheetField';
import { type LineProps, SheetLine } from './SheetLine';
import type { SheetSession } from './session';

const NOBODY: readonly Other[] = [];

/** A document as one long table, of which only what is in view is drawn. */
export const SheetTable = memo(function SheetTable({
  session,
  keywords,
  outcomes,
  others,
  line,
}: {
  session: SheetSession;
  keywords: ReadonlyMap<string, KeywordView>;
  outcomes: Outcomes;
  others: readonly Other[];
  /** A line to go to, counted from 1. */
  line: number | null;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const { document } = session;
  session.setKeywords(keywords);
  const { items, stops, ranks, keys } = useDocumentPart(document, () => session.lines());
  const cursor = useStore(session.cursor);
  const unfolded = useStore(session.unfolded);
  const lost = useStore(session.lost);
  const refused = useStore(session.refused);
  const glowing = useStore(document.glowing);
  const pinned = useStore(session.pinned);
  const lens = useRowLens(session);
  const { pattern, found } = useFound(session.searched, stops);
  const { attempt, wrong } = useAttempt();
  // The same functions as long as the lines are the same, or all of them would be measured anew.
  const getItemKey = useCallback((index: number) => keys[index] ?? index, [keys]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the height of a line follows from its key
  const estimateSize = useCallback((index: number) => usualHeight(items[index] as Item), [keys]);
  const virtual = useVirtualizer({
    count: items.length,
    getScrollElement: useCallback(() => scroller.current, []),
    estimateSize,
    getItemKey,
    observeElementOffset: observeOffset,
    // Drawn at once, before the page is laid out; what is round the view comes after the first picture.
    initialRect: { width: innerWidth, height: innerHeight - AROUND_SHEET },
    overscan: useDeferredValue(ROUND_VIEW, 0),
  });

  const cursorIndex = session.cursorLine();
  const atCursor = items[cursorIndex];
  const place = isStop(atCursor) && atCursor.kind !== 'add' ? atCursor.id : undefined;
  useEffect(() => document.tellPlace(place), [document, place]);

  const focus = useCallback(() => {
    scroller.current?.querySelector<HTMLElement>('textarea')?.focus({ preventScroll: true });
  }, []);

  session.focus = focus;

  useCursorInView(virtual, scroller.current, keys, cursorIndex);
  useGoTo(line, session, items, virtual.scrollToIndex, focus);

  // biome-ignore lint/correctness/useExhaustiveDependencies: what the session works it out from
  const range = useMemo(() => session.range(), [session, stops, cursor]);
  const suite = useDocumentPart(document, suiteIn)?.name ?? '';
  const byRow = useMemo(() => placeOthers(others, session, items), [others, session, items]);
  const repair = useCallback(
    async (item: Extract<Item, { kind: 'strip' }>, fix: string) => {
      await attempt(() => mend(document, item.line, item.problem, fix));
    },
    [document, attempt],
  );

  const propsOf = (item: Item, index: number): LineProps => ({
    session,
    keywords,
    suite,
    cursor: cursor?.key === item.key ? cursor : null,
    range: range?.get(item.key) ?? null,
    unfolded: item.kind === 'unfolded' ? unfolded.has(item.foldKey) : unfolded.has(item.key),
    rowIndex: ranks[index] ?? 0,
    outcome: item.kind === 'block' ? outcomes.get(item.id) : undefined,
    lens: lens?.block === item.block.id ? lens : undefined,
    others: byRow.get(item.key) ?? NOBODY,
    found: pattern,
    focus,
    mend: repair,
  });

  return (
    <>
      {wrong && (
        <p role="alert" className="mx-4 mb-1 bg-failed-wash px-3 py-1 text-failed">
          {wrong}
        </p>
      )}
      {refused && (
        <p role="alert" className="mx-4 mb-1 flex gap-3 bg-failed-wash px-3 py-1 text-failed">
          <span className="flex-1">{refused}</span>
          <LinkButton onClick={() => session.refused.set('')}>Close</LinkButton>
        </p>
      )}
      <Notices document={document} />
      {lost && (
        <p role="alert" className="mx-4 mb-1 flex gap-3 bg-error-wash px-3 py-1">
          <span className="flex-1">Somebody took away the row that you were in. You had typed: {lost}</span>
          <button type="button" className="font-medium text-accent" onClick={() => session.lost.set('')}>
            Close
          </button>
        </p>
      )}
      <FindBar searched={session.searched} found={found} />
      <div
        ref={scroller}
        data-sheet
        className="relative min-h-0 flex-1 overflow-auto pb-24 outline-none"
        onMouseUp={() => {
          session.selecting = false;
        }}
        onDragStart={() => {
          session.selecting = false;
        }}
        onFocus={() => {
          const first = stops[0];
          if (!session.cursor.get() && first) session.goTo(first.key, 0);
        }}
      >
        <div className="relative min-w-[640px]" style={{ height: virtual.getTotalSize() + 240 }}>
          <SheetField
            session={session}
            keywords={keywords}
            onCopy={() => copyRange(session.rangeRows(), session.rangeColumns())}
          />
          <LineMenu session={session} focus={focus}>
            <div
              role="grid"
              aria-label={`Sheet of ${document.path}`}
              aria-rowcount={stops.length}
              aria-multiselectable
              tabIndex={-1}
            >
              {virtual.getVirtualItems().map((drawn) => {
                const item = items[drawn.index];
                return (
                  item && (
                    <div
                      key={drawn.key}
                      data-index={drawn.index}
                      data-key={item.key}
                      ref={fixedHeight(item) === null ? virtual.measureElement : undefined}
                      role="presentation"
                      data-glow={isRow(item) ? glowing.get(item.id) : undefined}
                      className="absolute inset-x-0 [contain:layout_style]"
                      style={
                        { top: drawn.start, '--glow': isRow(item) ? glowing.get(item.id) : undefined } as CSSProperties
                      }
                    >
                      <SheetLine item={item} line={propsOf(item, drawn.index)} />
                      {item.key === pinned && <PinnedMark />}
                    </div>
                  )
                );
              })}
            </div>
          </LineMenu>
        </div>
      </div>
      <AddBlocks session={session} focus={focus} />
    </>
  );
});

/** Joins the line that the lens explains with the lens. */
const PinnedMark = () => (
  <span aria-hidden className="pointer-events-none absolute top-1/2 right-0 z-[2] h-0.5 w-4 bg-accent" />
);

/** How many lines are drawn above and below the view. */
const ROUND_VIEW = 8;

/** The least that stands above and below a sheet, in pixels. */
const AROUND_SHEET = 150;
