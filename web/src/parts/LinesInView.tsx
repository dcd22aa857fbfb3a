import { useVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, useCallback, useEffect, useRef } from 'react';

const LINE_HEIGHT = 26;

/** How many lines are drawn above and below the view. */
const ROUND_VIEW = 20;

/** A list of lines of one height, of which only those in view are drawn. */
export function LinesInView<Line>({
  label,
  lines,
  keyOf,
  current,
  above,
  draw,
  children,
}: {
  label: string;
  lines: readonly Line[];
  keyOf: (line: Line) => string;
  /** The key of the line that is shown beside the list, which is scrolled to when it comes to be that. */
  current: string;
  /** What stands above the lines. */
  above?: ReactNode;
  draw: (line: Line) => ReactNode;
  /** What stands below the lines. */
  children?: ReactNode;
}) {
  const scroller = useRef<HTMLElement>(null);
  const getItemKey = useCallback((index: number) => keyOf(lines[index] as Line), [keyOf, lines]);
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => LINE_HEIGHT,
    getItemKey,
    overscan: ROUND_VIEW,
    initialRect: { width: 220, height: 800 },
  });
  const place = lines.findIndex((line) => keyOf(line) === current);
  const isThere = place >= 0;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a line that only moves is not scrolled to
  useEffect(() => {
    const { startIndex = 0, endIndex = -1 } = virtual.range ?? {};
    if (isThere && (place < startIndex || place > endIndex)) virtual.scrollToIndex(place, { align: 'center' });
  }, [current, isThere]);
  return (
    <nav ref={scroller} aria-label={label} className="flex-1 overflow-y-auto pt-1 pb-9">
      {above}
      <div className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map((drawn) => {
          const line = lines[drawn.index];
          return (
            line !== undefined && (
              <div
                key={drawn.key}
                className="absolute inset-x-0 [contain:layout_style]"
                style={{ height: LINE_HEIGHT, top: drawn.start }}
              >
                {draw(line)}
              </div>
            )
          );
        })}
      </div>
      {children}
    </nav>
  );
}
