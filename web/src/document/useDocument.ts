import type { EditorState } from '@codemirror/state';
import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { reasonOf } from '@/parts/attempt';
import { documentHere, type OpenDocument, openDocument } from './openDocument';

/** Documents are fetched by so many requests at a time. */
const AT_ONCE = 4;

/** The document at a path, at once where it is here already; or why it is not. */
export function useDocument(path: string): { document: OpenDocument | null; wrong: string } {
  const [told, setTold] = useState({ path: '', wrong: '' });
  const document = documentHere(path);
  useEffect(() => {
    if (document) return;
    let left = false;
    openDocument(path).then(
      () => !left && setTold({ path, wrong: '' }),
      (failed) => !left && setTold({ path, wrong: reasonOf(failed) }),
    );
    return () => {
      left = true;
    };
  }, [path, document]);
  return { document, wrong: !document && told.path === path ? told.wrong : '' };
}

/** The state of a document that is open; drawn anew at each change. */
export const useDocumentState = (document: OpenDocument): EditorState =>
  useSyncExternalStore(document.listen, () => document.state);

/** Draws anew at each change of several documents. */
export function useDocumentStates(documents: readonly OpenDocument[]): void {
  const known = useRef<readonly EditorState[]>([]);
  const listen = useCallback(
    (listener: () => void) => {
      const stops = documents.map((each) => each.listen(listener));
      return () => {
        for (const stop of stops) stop();
      };
    },
    [documents],
  );
  useSyncExternalStore(listen, () => {
    const now = documents.map((each) => each.state);
    const same = now.length === known.current.length && now.every((state, i) => state === known.current[i]);
    if (!same) known.current = now;
    return known.current;
  });
}

/** Documents by their paths, as they come; how many are still to come, and why some do not. */
export function useDocuments(paths: readonly string[]): { documents: OpenDocument[]; left: number; wrong: string } {
  const [come, setCome] = useState<ReadonlyMap<string, OpenDocument>>(new Map());
  const [wrong, setWrong] = useState('');
  useEffect(() => {
    let gone = false;
    const waiting = [...paths];
    const work = async () => {
      for (let path = waiting.shift(); path !== undefined && !gone; path = waiting.shift()) {
        const at = path;
        await openDocument(at).then(
          (document) => !gone && setCome((before) => new Map(before).set(at, document)),
          (failed) => !gone && setWrong(reasonOf(failed)),
        );
      }
    };
    setWrong('');
    for (let worker = 0; worker < AT_ONCE; worker++) void work();
    return () => {
      gone = true;
    };
  }, [paths]);
  const documents = useMemo(() => paths.flatMap((path) => come.get(path) ?? []), [paths, come]);
  return { documents, left: paths.length - documents.length, wrong };
}

/** Something of a document that is open; drawn anew only where it is another. What is read is kept as long as it is equal. */
export const useDocumentPart = <Part>(document: OpenDocument, read: (document: OpenDocument) => Part): Part =>
  useSyncExternalStore(document.listen, () => read(document));
