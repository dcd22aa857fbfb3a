import { useEffect, useState } from 'react';
import { structure } from '@/document/structure';
import { type Item, isRow, isStop } from './items';
import type { SheetSession } from './session';

/** An address may name a line to go to. */
export function useGoTo(
  line: number | null,
  session: SheetSession,
  items: readonly Item[],
  scroll: (index: number, options: { align: 'start' }) => void,
  focus: () => void,
) {
  const [went, setWent] = useState<number | null>(null);
  useEffect(() => {
    if (line === null || went === line || items.length === 0) return;
    const id = structure(session.document.state).lines[line - 1]?.id;
    const index = items.findIndex(
      (item) => (isRow(item) && item.id === id) || (item.kind === 'block' && item.id === id),
    );
    const item = items[index];
    setWent(line);
    if (!item || !isStop(item)) return;
    scroll(index, { align: 'start' });
    session.goTo(item.key, 0);
    focus();
  }, [line, went, session, items, scroll, focus]);
}
