import { defaultKeymap, indentWithTab } from '@codemirror/commands';
import { bracketMatching } from '@codemirror/language';
import { type Diagnostic, lintGutter, setDiagnostics } from '@codemirror/lint';
import { highlightSelectionMatches } from '@codemirror/search';
import type { EditorState } from '@codemirror/state';
import {
  drawSelection,
  EditorView,
  highlightActiveLine,
  highlightActiveLineGutter,
  type KeyBinding,
  keymap,
  lineNumbers,
} from '@codemirror/view';
import { useEffect, useRef } from 'react';
import type { BlockProblem, KeywordView } from '@/api/types';
import { type Analysis, analysis, holds, type LineMeaning } from '@/document/analysis';
import { mend } from '@/document/fixes';
import { isFeature, isRecords } from '@/document/kinds';
import type { OpenDocument } from '@/document/openDocument';
import { structure } from '@/document/structure';
import { useDocumentState } from '@/document/useDocument';
import { FindBar, useFound } from '@/parts/FindBar';
import type { RefactoringAsk } from '@/refactoring/refactorings';
import { textCompletion } from './completion';
import { gherkinLanguage } from './gherkinLanguage';
import { resolvedSteps } from './resolvedSteps';
import { findInText, lookFor, searchedText } from './searchedText';
import { tableKeys } from './tableKeys';
import { tableLanguage } from './tableLanguage';

/** Whether a document is written in the table language. */
const hasTables = ({ path }: OpenDocument) => !isFeature(path) && !isRecords(path);

/** Rows of separated values have no words of their own. */
const languageOf = (document: OpenDocument) => {
  if (isRecords(document.path)) return [];
  return isFeature(document.path) ? [gherkinLanguage, resolvedSteps(document)] : tableLanguage;
};

/** The document as text: another view of the same state, with the same history and problems. */
export function TextSheet({
  document,
  keywords,
  line,
  ask,
}: {
  document: OpenDocument;
  /** What is offered in it; nothing in a file of rows. */
  keywords?: ReadonlyMap<string, KeywordView>;
  line: number | null;
  /** Opens the panel of a refactoring; without it there is none in this text. */
  ask?: (what: RefactoringAsk) => void;
}) {
  const place = useRef<HTMLDivElement>(null);
  const editor = useRef<EditorView | null>(null);
  const firstLine = useRef(line);
  const known = useRef(keywords);
  known.current = keywords;
  const state = useDocumentState(document);
  const said = analysis(state);
  const searched = searchedText(document);
  const { pattern, found } = useFound(searched, state.doc);

  useEffect(() => {
    if (!place.current) return;
    const { view, unmount } = document.mountText(place.current, [
      lineNumbers(),
      highlightActiveLineGutter(),
      drawSelection(),
      highlightActiveLine(),
      bracketMatching(),
      highlightSelectionMatches(),
      findInText(document),
      lintGutter(),
      languageOf(document),
      isRecords(document.path) ? [] : textCompletion(document, () => known.current?.values() ?? []),
      keymap.of([
        ...(ask && hasTables(document) ? tableKeys(document, ask) : []),
        ...defaultKeymap,
        ...undoKeys(document),
        indentWithTab,
      ]),
      EditorView.contentAttributes.of({ 'aria-label': 'Text of the document', tabindex: '0' }),
    ]);
    editor.current = view;
    const wanted = firstLine.current;
    const at = wanted !== null && wanted <= view.state.doc.lines ? view.state.doc.line(wanted).from : null;
    const head = at ?? view.state.selection.main.head;
    view.dispatch({ selection: { anchor: head }, effects: EditorView.scrollIntoView(head, { y: 'center' }) });
    view.focus();
    return () => {
      editor.current = null;
      unmount();
    };
  }, [document, ask]);

  useEffect(() => editor.current?.dispatch({ effects: lookFor.of(pattern) }), [pattern]);

  useEffect(() => {
    const view = editor.current;
    if (view) view.dispatch(setDiagnostics(view.state, diagnostics(document, view.state, said)));
  }, [document, said]);

  return (
    <>
      <FindBar searched={searched} found={found} />
      <div ref={place} className="min-h-0 flex-1 overflow-hidden border-t border-hair" />
    </>
  );
}

/** Undo and redo as in the table, which go beyond the text's own. */
function undoKeys(document: OpenDocument): readonly KeyBinding[] {
  const redo = () => {
    document.redo();
    return true;
  };
  const undo = () => {
    document.undo();
    return true;
  };
  return [
    { key: 'Mod-z', run: undo, shift: redo, preventDefault: true },
    { key: 'Mod-y', run: redo, preventDefault: true },
  ];
}

/** The problems whose lines still say what they said. */
function diagnostics(document: OpenDocument, state: EditorState, said: Analysis): Diagnostic[] {
  const meanings = new Map<number, LineMeaning>(said.rest);
  for (const block of said.blocks.values()) for (const [id, line] of block.lines) meanings.set(id, line);
  const found: Diagnostic[] = [];
  structure(state).lines.forEach((line, index) => {
    const meaning = meanings.get(line.id);
    if (!meaning || meaning.problems.length === 0 || !holds(meaning, line)) return;
    const { from, to } = state.doc.line(index + 1);
    for (const problem of meaning.problems) found.push(diagnostic(document, line.id, problem, from, to));
  });
  return found;
}

function diagnostic(document: OpenDocument, line: number, problem: BlockProblem, from: number, to: number): Diagnostic {
  const start = Math.min(to, from + problem.start);
  return {
    from: start,
    to: Math.max(start, Math.min(to, from + problem.end)),
    severity: (problem.severity === 'notice' ? 'info' : problem.severity) as Diagnostic['severity'],
    message: `${problem.message} (${problem.code})`,
    actions: problem.fixes.slice(0, 3).map((fix) => ({
      name: fix,
      apply: () => void mend(document, line, problem, fix),
    })),
  };
}
