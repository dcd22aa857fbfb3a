import type { Other } from '@/document/presence';
import { structure } from '@/document/structure';
import type { Item } from './items';
import type { SheetSession } from './session';

/** In which line of the sheet others are. */
export function placeOthers(
  others: readonly Other[],
  session: SheetSession,
  items: readonly Item[],
): Map<string, Other[]> {
  const { document } = session;
  const places = new Map<string, Other[]>();
  for (const other of others) {
    if (other.document !== document.id) continue;
    const since = document.sync.since(other.version);
    if (!since || other.offset > since.changes.length) continue;
    const at = document.state.doc.lineAt(since.changes.mapPos(other.offset, 1)).number - 1;
    const id = structure(document.state).lines[at]?.id;
    const key = [`row ${id}`, `block ${id}`].find((each) => items.some((item) => item.key === each));
    if (key) places.set(key, [...(places.get(key) ?? []), other]);
  }
  return places;
}
