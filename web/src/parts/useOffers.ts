import { useEffect, useState } from 'react';
import { Refused } from '@/api/client';
import type { CompletionView } from '@/api/types';

/** Asks what could be meant by what is typed; null where nobody wants to know any more. */
export type Ask = (typed: string, late: () => boolean) => Promise<CompletionView | null>;

export const NO_OFFERS: CompletionView = { kind: 'nothing', suggestions: [] };

/**
 * What the server offers for what is being typed, asked anew at each letter; it never changes what a key does.
 *
 * @param ask the same function as long as the same is asked about; null while nothing is edited
 */
export function useOffers(ask: Ask | null, typed: string): CompletionView {
  const [told, setTold] = useState<{ by: Ask | null; typed: string; offers: CompletionView }>();
  useEffect(() => {
    if (!ask) return;
    let late = false;
    const run = async () => {
      const offers = await ask(typed, () => late);
      if (offers && !late) setTold({ by: ask, typed, offers });
    };
    run().catch((failed) => {
      // Without the server there are no suggestions; the top line says that it does not answer.
      if (!(failed instanceof Refused)) throw failed;
    });
    return () => {
      late = true;
    };
  }, [ask, typed]);
  return ask !== null && told?.by === ask && told.typed === typed ? told.offers : NO_OFFERS;
}
