import type { EditorState } from '@codemirror/state';
import { useDeferredValue, useMemo } from 'react';
import type { CaseNode } from '@/api/types';
import { analysis, keywordOf } from '@/document/analysis';
import type { OpenDocument } from '@/document/openDocument';
import { blockOver, structure, suiteIn } from '@/document/structure';
import { useDocumentPart } from '@/document/useDocument';
import { type Caret, DocumentLens } from '@/lens/DocumentLens';
import { useStore } from '@/parts/store';
import type { Shown } from './DocumentHead';
import { sessionOf, useKeywordsByName, useSuiteInTree } from './ofDocument';

/** Explains what the cursor is on, in the table or in the text. */
export function LensOf({ document, shown }: { document: OpenDocument; shown: Shown }) {
  const keywords = useKeywordsByName();
  const session = sessionOf(document);
  const asText = shown === 'text';
  useStore(session.cursor);
  const pinned = useStore(session.pinned) !== null;
  const stop = useDocumentPart(document, () => (asText ? null : session.explained()));
  const state = useDocumentPart(document, () => (asText ? document.state : null));
  const known = useSuiteInTree(document.path);
  const suite = suiteIn(document)?.name ?? known?.name ?? '';
  const caret = useMemo(() => state && caretIn(state, suite, known?.cases ?? []), [state, suite, known]);
  // It may follow a frame later: keys come first.
  const explained = useDeferredValue(stop);
  return useMemo(
    () => (
      <DocumentLens
        document={document}
        stop={explained}
        caret={caret}
        keywords={keywords}
        pin={explained && { pinned, turn: () => session.pin() }}
      />
    ),
    [document, session, explained, caret, keywords, pinned],
  );
}

/** What the cursor of the text is in: the keyword that its line calls, and its case. */
function caretIn(state: EditorState, suite: string, cases: readonly CaseNode[]): Caret {
  const read = structure(state);
  const { number } = state.doc.lineAt(state.selection.main.head);
  const line = read.lines[number - 1];
  const block = blockOver(read, number);
  const inCase = block === undefined || block.kind.word === 'case';
  return {
    keyword: line && keywordOf(analysis(state), line),
    suite,
    inCase: inCase ? cases.findLast((each) => each.line <= number) : undefined,
  };
}
