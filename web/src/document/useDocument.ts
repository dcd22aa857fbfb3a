import type { EditorState } from '@codemirror/state';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { type OpenDocument, openDocument } from './openDocument';

/** The document at a path, once it is here; or why it is not. */
export function useDocument(path: string): { document: OpenDocument | null; wrong: string } {
  const [opened, setOpened] = useState<{ path: string; document: OpenDocument | null; wrong: string }>({
    path: '',
    document: null,
    wrong: '',
  });
  useEffect(() => {
    let left = false;
    openDocument(path).then(
      (document) => !left && setOpened({ path, document, wrong: '' }),
      (failed) =>
        !left && setOpened({ path, document: null, wrong: failed instanceof Error ? failed.message : String(failed) }),
    );
    return () => {
      left = true;
    };
  }, [path]);
  return opened.path === path ? opened : { document: null, wrong: '' };
}

/** The state of a document that is open; drawn anew at each change. */
export const useDocumentState = (document: OpenDocument): EditorState =>
  useSyncExternalStore(document.listen, () => document.state);

/** Something of a document that is open; drawn anew only where it is another. What is read is kept as long as it is equal. */
export const useDocumentPart = <Part>(document: OpenDocument, read: (document: OpenDocument) => Part): Part =>
  useSyncExternalStore(document.listen, () => read(document));
