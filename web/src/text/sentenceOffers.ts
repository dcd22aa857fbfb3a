import { type CompletionContext, type CompletionResult, snippet } from '@codemirror/autocomplete';
import { syntaxTree } from '@codemirror/language';
import type { EditorState } from '@codemirror/state';
import type { OpenDocument } from '@/document/openDocument';
import { structure } from '@/document/structure';
import { sentenceSuggestions } from '@/document/suggestions';
import { TITLE } from './gherkinLanguage';
import { type Keywords, serverOffers, shown, withPlaces } from './offered';

/** The words that steps begin with, where a feature says no other language. */
const STEP_WORDS = ['Given', 'When', 'Then', 'And', 'But'];

/** What can be written at a place of a feature. */
export function sentenceOffers(
  context: CompletionContext,
  document: OpenDocument,
  keywords: Keywords,
): CompletionResult | null | Promise<CompletionResult | null> {
  const { state, pos } = context;
  const line = state.doc.lineAt(pos);
  const tag = /^\s*@/.test(line.text) ? context.matchBefore(/@[^\s@]*$/) : null;
  if (tag) return tagOffers(context, document, line.number, tag);
  const start = line.from + line.text.search(/\S|$/);
  const what = syntaxTree(state).resolveInner(start, 1).name;
  if (what === 'docString') return null;
  const place = context.matchBefore(/<[^<>|]*$/);
  if (place) {
    const options = columnsAt(state, line.number).map((name) => ({ label: `<${name}>`, detail: 'column' }));
    return { from: place.from, options };
  }
  const [, before = '', said = ''] = /^(\s+(?:\*|\p{L}+)\s+)(.*)$/u.exec(line.text) ?? [];
  if (before !== '' && what === 'propertyName') {
    if (pos < line.from + before.length) return null;
    const options = sentenceSuggestions(said, keywords())
      .filter((suggestion) => suggestion.insert !== said)
      .map((suggestion) => shown(suggestion, snippet(withPlaces(suggestion.insert)), suggestion.why));
    return { from: line.from + before.length, to: line.to, options, filter: false };
  }
  const word = /^\s+\p{L}*$/u.test(line.text) && !state.doc.line(1).text.includes('language:');
  if (!word || (start === pos && !context.explicit)) return null;
  return { from: start, options: STEP_WORDS.map((each) => ({ label: each, apply: `${each} ` })) };
}

/** What the server offers for a tag, which belongs to the title below it. */
function tagOffers(
  context: CompletionContext,
  document: OpenDocument,
  number: number,
  tag: { from: number; to: number; text: string },
) {
  const { doc } = context.state;
  let title = number;
  while (title < doc.lines && !TITLE.test(doc.line(title).text.trim())) title++;
  const id = structure(document.state).lines[title - 1]?.id;
  if (id === undefined) return null;
  return serverOffers(context, document, id, '@', tag.text.slice(1), tag.from + 1, tag.to);
}

/** The columns of the examples below a step, up to the next scenario. */
function columnsAt(state: EditorState, number: number): string[] {
  const columns = new Set<string>();
  for (let at = number + 1; at <= state.doc.lines; at++) {
    if (!TITLE.test(state.doc.line(at).text.trim())) continue;
    const head = rowBelow(state, at);
    if (!head) break;
    for (const cell of head.split('|').slice(1, -1)) if (cell.trim()) columns.add(cell.trim());
  }
  return [...columns];
}

/** The row that follows a title, past what may stand between them; null where steps or another title do. */
function rowBelow(state: EditorState, title: number): string | null {
  for (let at = title + 1; at <= state.doc.lines; at++) {
    const text = state.doc.line(at).text.trim();
    if (text.startsWith('|')) return text;
    if (text !== '' && !/^[#@]/.test(text)) return null;
  }
  return null;
}
