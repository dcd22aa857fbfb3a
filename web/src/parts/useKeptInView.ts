import { useEffect, useRef } from 'react';

/** A ref for a cell of a grid, which is scrolled to when the cursor comes to it, no farther than it takes. */
export function useKeptInView(here: boolean) {
  const cell = useRef<HTMLElement>(null);
  useEffect(() => {
    if (here) cell.current?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [here]);
  return cell;
}
