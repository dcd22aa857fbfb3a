/**
 * Lays the box of a field over the cell under the cursor of its grid; line breaks make it grow below that.
 *
 * @param least its least width, in pixels
 * @param edge how far it reaches over the cell's edges
 */
export function layOverCell(field: HTMLTextAreaElement, least = 1, edge = 0) {
  const box = field.parentElement;
  const grid = box?.parentElement;
  const cell = grid?.querySelector<HTMLElement>('[data-cursor=true]');
  if (!box || !grid || !cell) return;
  const outer = grid.getBoundingClientRect();
  const inner = cell.getBoundingClientRect();
  const lines = (field.value.match(/\n/g)?.length ?? 0) + 1;
  box.style.transform = `translate(${inner.left - outer.left - edge}px, ${inner.top - outer.top}px)`;
  box.style.width = `${Math.max(least, inner.width + 2 * edge)}px`;
  box.style.height = `${Math.max(inner.height + edge, lines * 23 + 4)}px`;
}
