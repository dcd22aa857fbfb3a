import { store, useStore } from './store';

/** Whether what one typed is on disk; `wrong` says why it is not. */
export interface SaveState {
  state: 'saved' | 'saving' | 'wrong';
  wrong: string;
  at: Date | null;
}

const save = store<SaveState>({ state: 'saved', wrong: '', at: null });

export const setSaveState = (next: Partial<SaveState>) => save.set({ ...save.get(), ...next });

export const useSaveState = () => useStore(save);
