import { useEffect } from 'react';
import { store, useStore } from '@/parts/store';

export interface Crumb {
  word: string;
  to?: string;
}

const shown = store<Crumb[]>([]);

/** Says on the top line where one is. */
export function useCrumbs(crumbs: Crumb[]) {
  const key = JSON.stringify(crumbs);
  useEffect(() => {
    const now: Crumb[] = JSON.parse(key);
    document.title = [...now.map((c) => c.word).reverse(), 'Elm Table'].join(' · ');
    shown.set(now);
  }, [key]);
}

export const useShownCrumbs = () => useStore(shown);
