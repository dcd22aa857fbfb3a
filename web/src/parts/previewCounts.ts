import { useSyncExternalStore } from 'react';
import type { ProblemCounts } from '@/api/types';

let current: ProblemCounts | null = null;
const listeners = new Set<() => void>();

/** The project's problems as they would be with what is being typed; null while nothing is. */
export function tellPreviewCounts(counts: ProblemCounts | null) {
  current = counts;
  for (const listener of listeners) listener();
}

export const usePreviewCounts = () =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => current,
  );
