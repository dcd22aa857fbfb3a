import { defaultKeymap, history, historyKeymap, indentWithTab } from '@codemirror/commands';
import { bracketMatching } from '@codemirror/language';
import { type Diagnostic, lintGutter, setDiagnostics } from '@codemirror/lint';
import { highlightSelectionMatches, search, searchKeymap } from '@codemirror/search';
import { EditorState } from '@codemirror/state';
import {
  drawSelection,
  EditorView,
  highlightActiveLine,
  highlightActiveLineGutter,
  keymap,
  lineNumbers,
} from '@codemirror/view';
import { useEffect, useRef } from 'react';
import type { ProblemView } from '@/api/types';
import { gherkinLanguage } from './gherkinLanguage';
import { tableLanguage } from './tableLanguage';
import type { Sheet } from './useSheet';

const SAVE_AFTER_MILLIS = 250;

/** The document as text, with the same problems; it saves by itself a moment after the last key. */
export function TextSheet({
  sheet,
  line,
  onLine,
}: {
  sheet: Sheet;
  line: number | null;
  onLine: (line: number) => void;
}) {
  const place = useRef<HTMLDivElement>(null);
  const editor = useRef<EditorView | null>(null);
  const { view, setText, mend } = sheet;
  const saving = useRef<ReturnType<typeof setTimeout>>(undefined);
  const save = useRef(setText);
  save.current = setText;
  const firstText = useRef(view?.text ?? '');
  const firstLine = useRef(line);
  const language = useRef(view?.path.endsWith('.feature') ? gherkinLanguage : tableLanguage);

  useEffect(() => {
    if (!place.current) return;
    const saveNow = () => {
      clearTimeout(saving.current);
      saving.current = undefined;
      if (editor.current) save.current(editor.current.state.doc.toString());
    };
    const made = new EditorView({
      parent: place.current,
      state: EditorState.create({
        doc: firstText.current,
        extensions: [
          lineNumbers(),
          highlightActiveLineGutter(),
          history(),
          drawSelection(),
          highlightActiveLine(),
          bracketMatching(),
          search({ top: true }),
          highlightSelectionMatches(),
          lintGutter(),
          language.current,
          keymap.of([...defaultKeymap, ...historyKeymap, ...searchKeymap, indentWithTab]),
          EditorView.contentAttributes.of({ 'aria-label': 'Text of the document' }),
          EditorView.updateListener.of((update) => {
            if (update.selectionSet || update.docChanged) {
              onLine(update.state.doc.lineAt(update.state.selection.main.head).number);
            }
            if (update.docChanged && !update.transactions.some((t) => t.isUserEvent('remote'))) {
              clearTimeout(saving.current);
              saving.current = setTimeout(saveNow, SAVE_AFTER_MILLIS);
            }
          }),
        ],
      }),
    });
    editor.current = made;
    if (firstLine.current !== null && firstLine.current <= made.state.doc.lines) {
      const from = made.state.doc.line(firstLine.current).from;
      made.dispatch({ selection: { anchor: from }, effects: EditorView.scrollIntoView(from, { y: 'center' }) });
    }
    made.focus();
    return () => {
      if (saving.current !== undefined) saveNow();
      editor.current = null;
      made.destroy();
    };
  }, [onLine]);

  // What others changed, or an undo on the table, comes in; what is being typed here is not overwritten.
  useEffect(() => {
    const made = editor.current;
    if (!made || !view || saving.current !== undefined) return;
    const now = made.state.doc.toString();
    if (now !== view.text) {
      made.dispatch({ changes: { from: 0, to: now.length, insert: view.text }, userEvent: 'remote' });
    }
    made.dispatch(setDiagnostics(made.state, diagnostics(made, view.problems, mend)));
  }, [view, mend]);

  return <div ref={place} className="min-h-0 flex-1 overflow-hidden border-t border-hair" />;
}

function diagnostics(editor: EditorView, problems: ProblemView[], mend: Sheet['mend']): Diagnostic[] {
  const { doc } = editor.state;
  return problems
    .filter((problem) => problem.line <= doc.lines)
    .map((problem) => {
      const line = doc.line(problem.line);
      const from = Math.min(line.to, line.from + problem.start);
      return {
        from,
        to: Math.max(from, Math.min(line.to, line.from + problem.end)),
        severity: (problem.severity === 'notice' ? 'info' : problem.severity) as Diagnostic['severity'],
        message: `${problem.message} (${problem.code})`,
        actions: problem.fixes.slice(0, 3).map((fix) => ({
          name: fix.label,
          apply: (view: EditorView) =>
            void mend(fix, (edits) => {
              const changes = edits.map((edit) => {
                const at = view.state.doc.line(edit.line);
                return { from: at.from + edit.start, to: at.from + edit.end, insert: edit.text };
              });
              view.dispatch({ changes });
            }),
        })),
      };
    })
    .sort((a, b) => a.from - b.from);
}
