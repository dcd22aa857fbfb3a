import { useSyncExternalStore } from 'react';

/** A value that one component sets and others show. */
export function store<Value>(first: Value) {
  let current = first;
  const listeners = new Set<() => void>();
  return {
    get: () => current,
    set(next: Value) {
      current = next;
      for (const listener of listeners) listener();
    },
    listen(listener: () => void) {
      listeners.add(listener);
      return () => {
        listeners.delete(listener);
      };
    },
  };
}

export type Store<Value> = ReturnType<typeof store<Value>>;

export const useStore = <Value>(of: Store<Value>) => useSyncExternalStore(of.listen, of.get);
