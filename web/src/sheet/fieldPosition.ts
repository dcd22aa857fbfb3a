import { type RefObject, useLayoutEffect } from 'react';
import { layOverCell } from '@/parts/overCell';

const LEAST_WIDTH = 120;

/** Lays the field over the cell under the cursor; notes may grow below it. */
export function usePosition(
  field: RefObject<HTMLTextAreaElement | null>,
  cursor: { key: string; column: number } | null,
  editing: boolean,
) {
  useLayoutEffect(() => {
    if (!cursor) return;
    // Measuring lays the page out, so that is done once a frame, when all is drawn.
    const frame = requestAnimationFrame(
      () => field.current && layOverCell(field.current, editing ? LEAST_WIDTH : 1, 1),
    );
    return () => cancelAnimationFrame(frame);
  });
}
