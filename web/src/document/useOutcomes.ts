import { useEffect, useState } from 'react';
import { get, Refused } from '@/api/client';
import { live } from '@/api/socket';
import type { CaseOutcomeView, OutcomesView } from '@/api/types';
import { whenQuiet } from '@/parts/whenQuiet';
import type { OpenDocument } from './openDocument';
import { structure } from './structure';

const QUIET_MILLIS = 500;
const LONGEST_MILLIS = 4_000;

/** How many executable cases each case of a document has and how they ended, by its block. */
export function useOutcomes(document: OpenDocument): ReadonlyMap<number, CaseOutcomeView> {
  const [outcomes, setOutcomes] = useState<ReadonlyMap<number, CaseOutcomeView>>(new Map());
  useEffect(() => {
    let left = false;
    const ask = async () => {
      try {
        const told = await get<OutcomesView>(`/api/documents/${document.id}/outcomes`);
        const read = left ? null : byBlock(document, told);
        if (read) setOutcomes(read);
      } catch (failed) {
        // The top line says that the server does not answer; they are asked for again with the next news.
        if (!(failed instanceof Refused)) throw failed;
      }
    };
    const changes = whenQuiet(ask, QUIET_MILLIS, LONGEST_MILLIS);
    void ask();
    const stop = live.listen((message) => {
      if (message.live === 'runs' || message.live === 'welcome') void ask();
      if (message.live === 'checked' && message.documents.includes(document.id)) changes.call();
    });
    return () => {
      left = true;
      changes.stop();
      stop();
    };
  }, [document]);
  return outcomes;
}

function byBlock(document: OpenDocument, told: OutcomesView): Map<number, CaseOutcomeView> | null {
  const since = document.sync.since(told.version);
  if (!since) return null;
  const { blocks, starts } = structure(document.state);
  const headers = new Map(blocks.map((block, place) => [(starts[place] as number) + block.header, block.id]));
  const read = new Map<number, CaseOutcomeView>();
  for (const one of told.cases) {
    if (one.line >= since.doc.lines) continue;
    const place = since.changes.mapPos(since.doc.line(one.line + 1).from, 1);
    const id = headers.get(document.state.doc.lineAt(place).number - 1);
    if (id !== undefined) read.set(id, one);
  }
  return read;
}
