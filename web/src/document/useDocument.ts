import type { EditorState } from '@codemirror/state';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { documentHere, type OpenDocument, openDocument } from './openDocument';

/** The document at a path, at once where it is here already; or why it is not. */
export function useDocument(path: string): { document: OpenDocument | null; wrong: string } {
  const [told, setTold] = useState({ path: '', wrong: '' });
  const document = documentHere(path);
  useEffect(() => {
    if (document) return;
    let left = false;
    openDocument(path).then(
      () => !left && setTold({ path, wrong: '' }),
      (failed) => !left && setTold({ path, wrong: failed instanceof Error ? failed.message : String(failed) }),
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

/** Something of a document that is open; drawn anew only where it is another. What is read is kept as long as it is equal. */
export const useDocumentPart = <Part>(document: OpenDocument, read: (document: OpenDocument) => Part): Part =>
  useSyncExternalStore(document.listen, () => read(document));
