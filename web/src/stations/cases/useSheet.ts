import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { inAddress, post, put, Refused } from '@/api/client';
import { documentKey, useDocument } from '@/api/queries';
import type { DocumentView, EditView, FixView, PreviewView, ProblemView, SheetEditUnion } from '@/api/types';
import { setPreviewCounts } from '@/parts/previewCounts';
import { setSaveState } from '@/parts/saveState';
import { applyFix } from './applyFix';

/** A change that was refused because somebody else saved the document meanwhile. */
export interface Conflict {
  theirs: DocumentView;
  again: () => void;
}

/** Texts to go back and forth to. They outlive the sheet, so that undo works after a look elsewhere. */
const histories = new Map<string, { past: string[]; future: string[] }>();

function historyOf(path: string) {
  let history = histories.get(path);
  if (!history) {
    history = { past: [], future: [] };
    histories.set(path, history);
  }
  return history;
}

/**
 * A document that is edited. Changes are sent one after another, each on top of the one before, and every one of them
 * is saved; what is shown is what the server made of the text.
 */
export function useSheet(path: string) {
  const queries = useQueryClient();
  const { data: view, error } = useDocument(path);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const [preview, setPreview] = useState<ProblemView[] | null>(null);
  const previewing = useRef(0);

  const take = useCallback(
    (next: DocumentView) => {
      queries.setQueryData(documentKey(path), next);
      for (const key of ['project', 'tree', 'problems', 'keywords', 'plan']) {
        queries.invalidateQueries({ queryKey: [key] });
      }
      setSaveState({ state: 'saved', wrong: '', at: new Date() });
    },
    [queries, path],
  );

  /** Sends a change that starts from the newest text; the result is true once it is saved. */
  const send = useCallback(
    (change: (before: DocumentView) => Promise<DocumentView>, remember: boolean): Promise<boolean> => {
      const sent = queue.current.then(async () => {
        const before = queries.getQueryData<DocumentView>(documentKey(path));
        if (!before) return false;
        setSaveState({ state: 'saving' });
        try {
          const next = await change(before);
          if (remember && next.text !== before.text) {
            const history = historyOf(path);
            history.past.push(before.text);
            history.future = [];
          }
          take(next);
          return true;
        } catch (refused) {
          const problem = refused instanceof Refused ? refused.problem : null;
          setSaveState({ state: 'wrong', wrong: refused instanceof Error ? refused.message : String(refused) });
          const theirs = problem?.current;
          if (theirs) {
            setConflict({
              theirs,
              again: () => {
                setConflict(null);
                queries.setQueryData(documentKey(path), theirs);
                send(change, remember);
              },
            });
          }
          return false;
        }
      });
      queue.current = sent;
      return sent;
    },
    [queries, path, take],
  );

  const apply = useCallback(
    (edits: SheetEditUnion[]) =>
      send((before) => post<DocumentView>(`/api/edits/${inAddress(path)}`, { edits }, before.revision), true),
    [send, path],
  );

  /** Carries out a fix; what it changes in other documents may change the problems of this one. */
  const mend = useCallback(
    async (fix: FixView, here: (edits: EditView[]) => void) => {
      try {
        await applyFix(fix, here);
        if (fix.edits.some((edit) => edit.document !== '')) {
          await queries.invalidateQueries({ queryKey: documentKey(path) });
        }
      } catch (refused) {
        setSaveState({ state: 'wrong', wrong: refused instanceof Error ? refused.message : String(refused) });
      }
    },
    [queries, path],
  );

  const setText = useCallback(
    (text: string, remember = true) =>
      send((before) => put<DocumentView>(`/api/documents/${inAddress(path)}`, { text }, before.revision), remember),
    [send, path],
  );

  const step = useCallback(
    async (from: 'past' | 'future') => {
      await queue.current;
      const history = historyOf(path);
      const text = history[from].pop();
      const now = queries.getQueryData<DocumentView>(documentKey(path));
      if (text === undefined || !now) return;
      history[from === 'past' ? 'future' : 'past'].push(now.text);
      await setText(text, false);
    },
    [queries, path, setText],
  );

  const endPreview = useCallback(() => {
    previewing.current++;
    setPreview(null);
    setPreviewCounts(null);
  }, []);

  /** Shows the problems that edits would bring, without saving them. */
  const tryOut = useCallback(
    async (edits: SheetEditUnion[]) => {
      const ask = ++previewing.current;
      try {
        const answer = await post<PreviewView>(`/api/previews/${inAddress(path)}`, { edits });
        if (ask === previewing.current) {
          setPreview(answer.problems);
          setPreviewCounts(answer.projectProblems);
        }
      } catch (refused) {
        // The text moved on meanwhile; the edit itself, when it comes, says what is wrong.
        if (!(refused instanceof Refused)) throw refused;
      }
    },
    [path],
  );

  useEffect(() => endPreview, [endPreview]);

  const dropConflict = useCallback(() => {
    if (conflict) queries.setQueryData(documentKey(path), conflict.theirs);
    setConflict(null);
    setSaveState({ state: 'saved', wrong: '' });
  }, [conflict, queries, path]);

  return useMemo(
    () => ({
      view,
      error,
      problems: preview ?? view?.problems ?? [],
      apply,
      setText,
      mend,
      undo: () => step('past'),
      redo: () => step('future'),
      tryOut,
      endPreview,
      conflict,
      dropConflict,
    }),
    [view, error, preview, apply, setText, mend, step, tryOut, endPreview, conflict, dropConflict],
  );
}

export type Sheet = ReturnType<typeof useSheet>;
