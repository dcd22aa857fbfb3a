import type { VirtualItem, Virtualizer } from '@tanstack/react-virtual';
import { useEffect, useLayoutEffect, useRef } from 'react';

type Lines = Virtualizer<HTMLDivElement, Element>;

/** A line as it was drawn last, and the lines that it stood among. */
interface Drawn {
  keys: readonly string[];
  line: VirtualItem | undefined;
}

/**
 * Keeps the line of the cursor in view when the cursor moves, and where it stands when lines come or go above it: a
 * problem that the server tells of does not move the line that somebody types in.
 *
 * A line next to the view is scrolled to by what is known of it, and what comes into view with it is drawn in the same
 * go: to scroll first and hear of it then would draw and lay out the sheet once more for each key at its edge.
 *
 * @param index the cursor's line; negative where there is none
 */
export function useCursorInView(lines: Lines, scroller: HTMLDivElement | null, keys: readonly string[], index: number) {
  const last = useRef<Drawn>({ keys, line: undefined });
  // Works out where the lines are now.
  lines.getTotalSize();
  const line = lines.measurementsCache[index];
  const offset = line ? offsetFor(lines, line, last.current, keys) : null;
  if (typeof offset === 'number') lines.scrollOffset = offset;

  useLayoutEffect(() => {
    last.current = { keys, line };
    lines.shouldAdjustScrollPositionOnItemSizeChange = (grown) => grown.end <= heldAt(lines, last.current.line);
    if (typeof offset === 'number' && scroller) scroller.scrollTop = offset;
  });

  useEffect(() => {
    if (offset === 'far') lines.scrollToIndex(index, { align: 'auto' });
  });
}

/** What is scrolled to; null where nothing is. */
function offsetFor(lines: Lines, line: VirtualItem, last: Drawn, keys: readonly string[]): number | 'far' | null {
  if (line.key !== last.line?.key) return offsetThatShows(lines, line);
  const moved = last.keys === keys ? 0 : line.start - last.line.start;
  return moved !== 0 && isInView(lines, last.line) ? Math.max(0, (lines.scrollOffset ?? 0) + moved) : null;
}

/** Null where the line is in view as it is; farther ones are measured on the way. */
function offsetThatShows(lines: Lines, line: VirtualItem): number | 'far' | null {
  const top = lines.scrollOffset;
  const height = lines.scrollRect?.height;
  if (top === null || height === undefined) return 'far';
  if (line.start >= top && line.end <= top + height) return null;
  if (line.start < top - height || line.end > top + 2 * height) return 'far';
  return line.start < top ? line.start : line.end - height;
}

/** Lines that end above it grow upwards, so that what is looked at stays where it is. */
function heldAt(lines: Lines, line: VirtualItem | undefined): number {
  return line && isInView(lines, line) ? line.start : (lines.scrollOffset ?? 0);
}

function isInView(lines: Lines, line: VirtualItem): boolean {
  const top = lines.scrollOffset ?? 0;
  return line.end > top && line.start < top + (lines.scrollRect?.height ?? 0);
}

/**
 * Where a sheet is scrolled to. That it has come to rest makes no difference to what is drawn; to be told of it would
 * draw it twice more.
 */
export function observeOffset(lines: Lines, tell: (offset: number, isScrolling: boolean) => void) {
  const element = lines.scrollElement;
  if (!element) return;
  const scrolled = () => tell(element.scrollTop, true);
  tell(element.scrollTop, false);
  element.addEventListener('scroll', scrolled, { passive: true });
  return () => element.removeEventListener('scroll', scrolled);
}
