import { type RefObject, useLayoutEffect } from 'react';

/** Lays the field over the cell under the cursor; notes may grow below it. */
export function usePosition(
  field: RefObject<HTMLTextAreaElement | null>,
  cursor: { key: string; column: number } | null,
  editing: boolean,
) {
  useLayoutEffect(() => {
    if (!cursor) return;
    // Measuring lays the page out, so that is done once a frame, when all is drawn.
    const frame = requestAnimationFrame(() => field.current && place(field.current, editing));
    return () => cancelAnimationFrame(frame);
  });
}

function place(field: HTMLTextAreaElement, editing: boolean) {
  const box = field.parentElement;
  const grid = box?.parentElement;
  const cell = grid?.querySelector<HTMLElement>('[data-cursor=true]');
  if (!box || !grid || !cell) return;
  const outer = grid.getBoundingClientRect();
  const inner = cell.getBoundingClientRect();
  box.style.transform = `translate(${inner.left - outer.left - 1}px, ${inner.top - outer.top}px)`;
  box.style.width = `${Math.max(editing ? 120 : 1, inner.width + 2)}px`;
  const lines = (field.value.match(/\n/g)?.length ?? 0) + 1;
  box.style.height = `${Math.max(inner.height + 1, lines * 23 + 4)}px`;
}
