import { useEffect, useSyncExternalStore } from 'react';

export interface Crumb {
  word: string;
  to?: string;
}

let current: Crumb[] = [];
const listeners = new Set<() => void>();

/** Says on the top line where one is. */
export function useCrumbs(crumbs: Crumb[]) {
  const key = JSON.stringify(crumbs);
  useEffect(() => {
    current = JSON.parse(key);
    document.title = [...current.map((c) => c.word).reverse(), 'Elm Table'].join(' · ');
    for (const listener of listeners) listener();
  }, [key]);
}

export const useShownCrumbs = () =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => current,
  );
