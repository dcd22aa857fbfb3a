import { useVirtualizer } from '@tanstack/react-virtual';
import { act, useReducer } from 'react';
import { describe, expect, test, vi } from 'vitest';
import { show } from '@/testing/show';
import { observeOffset, useCursorInView } from './cursorInView';

const HEIGHT = 28;
const VIEW = 10 * HEIGHT;
const hundred = Array.from({ length: 100 }, (_, index) => String(index));

/** What a sheet is, and what is known of it once it is drawn. */
interface Drawn {
  scroller: HTMLDivElement;
  keys: readonly string[];
  cursor: string;
  draws: number;
  lines: unknown[];
  again: () => void;
}

function Lines({ of }: { of: Drawn }) {
  of.again = useReducer((count: number) => count + 1, 0)[1];
  const { keys, scroller } = of;
  const virtual = useVirtualizer<HTMLDivElement, Element>({
    count: keys.length,
    getScrollElement: () => scroller,
    estimateSize: () => HEIGHT,
    getItemKey: (index) => keys[index] ?? index,
    observeElementRect: (_, tell) => tell({ width: 640, height: VIEW }),
    observeElementOffset: observeOffset,
    overscan: 0,
  });
  useCursorInView(virtual, scroller, keys, keys.indexOf(of.cursor));
  of.draws++;
  of.lines = virtual.getVirtualItems().map((line) => line.key);
  return null;
}

/** A hundred lines, ten of which are in view, and the line that the cursor is in. */
function sheet(cursor: string) {
  const scroller = document.createElement('div');
  const seen: Drawn = { scroller, keys: hundred, cursor, draws: 0, lines: [], again: () => {} };
  show(<Lines of={seen} />);
  return {
    scroller,
    seen,
    draw: (keys: readonly string[], at: string) =>
      act(() => {
        Object.assign(seen, { keys, cursor: at });
        seen.again();
      }),
    scroll: (to: number) =>
      act(() => {
        scroller.scrollTop = to;
        scroller.dispatchEvent(new Event('scroll'));
      }),
  };
}

describe('the cursor in view', () => {
  test('a line below the view is drawn together with the cursor, and scrolled to no farther than it takes', () => {
    const { scroller, seen, draw } = sheet('0');
    const before = seen.draws;
    draw(hundred, '10');
    expect(scroller.scrollTop).toBe(HEIGHT);
    expect(seen.lines).toContain('10');
    expect(seen.draws).toBe(before + 1);
  });

  test('a line above the view comes to its top', () => {
    const { scroller, scroll, draw } = sheet('30');
    scroll(25 * HEIGHT);
    draw(hundred, '24');
    expect(scroller.scrollTop).toBe(24 * HEIGHT);
  });

  test('stays where it stands when lines come and go above it', () => {
    const { scroller, scroll, draw } = sheet('8');
    scroll(3 * HEIGHT);
    draw(hundred.toSpliced(6, 0, 'problem'), '8');
    expect(scroller.scrollTop).toBe(4 * HEIGHT);
    draw(hundred, '8');
    expect(scroller.scrollTop).toBe(3 * HEIGHT);
  });

  test('is not moved by lines below it, nor moves the view to where it is not', () => {
    const { scroller, scroll, draw } = sheet('8');
    draw(hundred.toSpliced(9, 0, 'problem'), '8');
    expect(scroller.scrollTop).toBe(0);
    scroll(50 * HEIGHT);
    draw(hundred.toSpliced(2, 0, 'problem'), '8');
    expect(scroller.scrollTop).toBe(50 * HEIGHT);
  });

  test('scrolling draws when other lines are in view, and not once it rests', () => {
    vi.useFakeTimers();
    const { seen, scroll } = sheet('0');
    scroll(HEIGHT);
    const before = seen.draws;
    scroll(HEIGHT);
    act(() => vi.advanceTimersByTime(1000));
    expect(seen.draws).toBe(before);
    scroll(5 * HEIGHT);
    expect(seen.draws).toBe(before + 1);
  });
});
