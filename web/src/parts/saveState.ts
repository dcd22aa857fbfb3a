import { useSyncExternalStore } from 'react';

/** Whether what one typed is on disk; `wrong` says why it is not. */
export interface SaveState {
  state: 'saved' | 'saving' | 'wrong';
  wrong: string;
  at: Date | null;
}

let current: SaveState = { state: 'saved', wrong: '', at: null };
const listeners = new Set<() => void>();

export function tellSave(next: Partial<SaveState>) {
  current = { ...current, ...next };
  for (const listener of listeners) listener();
}

export const useSaveState = () =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => current,
  );
