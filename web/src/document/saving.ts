import { store, useStore } from '@/parts/store';

/** Whether what one typed is on the server's disk; `since` is when the first unsaved edit was made. */
export interface Saving {
  state: 'saved' | 'saving' | 'not saved';
  since: number | null;
  why: string;
}

const SAVED: Saving = { state: 'saved', since: null, why: '' };

const byDocument = new Map<number, Saving>();
const all = store<Saving>(SAVED);

/** The worst of all documents is what the top line tells. */
export function setSaving(document: number, saving: Saving | null) {
  if (saving === null || saving.state === 'saved') byDocument.delete(document);
  else byDocument.set(document, saving);
  const waiting = [...byDocument.values()];
  all.set(waiting.find((one) => one.state === 'not saved') ?? waiting[0] ?? SAVED);
}

export const useSaving = () => useStore(all);

export const somethingIsUnsaved = () => byDocument.size > 0;
