import { store, useStore } from '@/parts/store';

/** Whether what one typed is on the server's disk; `since` is when the first unsaved edit was made. */
export interface Saving {
  state: 'saved' | 'saving' | 'not saved';
  since: number | null;
  why: string;
}

const SAVED: Saving = { state: 'saved', since: null, why: '' };

const unsaved = new Map<object, Saving>();
const all = store<Saving>(SAVED);

/** The worst of all that is synchronised is what the top line tells. */
export function setSaving(by: object, saving: Saving | null) {
  if (saving === null || saving.state === 'saved') unsaved.delete(by);
  else unsaved.set(by, saving);
  const waiting = [...unsaved.values()];
  all.set(waiting.find((one) => one.state === 'not saved') ?? waiting[0] ?? SAVED);
}

export const useSaving = () => useStore(all);

export const somethingIsUnsaved = () => unsaved.size > 0;
