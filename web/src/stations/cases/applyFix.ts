import { get, inAddress, put, Refused } from '@/api/client';
import type { DocumentView, EditView, FixView } from '@/api/types';
import { withFix } from './sheetEdits';

/** Carries out a fix: what it changes in other documents is saved there, the rest is handed to `here`. */
export async function applyFix(fix: FixView, here: (edits: EditView[]) => void) {
  const own = fix.edits.filter((edit) => edit.document === undefined);
  const others = new Set(fix.edits.flatMap((edit) => edit.document ?? []));
  for (const path of others) {
    const edits = fix.edits.filter((edit) => edit.document === path);
    const { text, revision } = await current(path);
    await put(`/api/documents/${inAddress(path)}`, { text: withFix(text, edits) }, revision);
  }
  if (own.length > 0) here(own);
}

/** A document that is not there yet is empty and has never been saved. */
async function current(path: string): Promise<{ text: string; revision: number }> {
  try {
    return await get<DocumentView>(`/api/documents/${inAddress(path)}`);
  } catch (refused) {
    if (refused instanceof Refused && refused.status === 404) return { text: '', revision: 0 };
    throw refused;
  }
}
