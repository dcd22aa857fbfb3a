import {
  acceptCompletion,
  autocompletion,
  type Completion,
  type CompletionContext,
  type CompletionResult,
  snippet,
} from '@codemirror/autocomplete';
import { syntaxTree } from '@codemirror/language';
import { type EditorState, type Extension, Prec } from '@codemirror/state';
import { keymap } from '@codemirror/view';
import { Refused } from '@/api/client';
import type { KeywordView, SuggestionView } from '@/api/types';
import { isFeature } from '@/document/kinds';
import type { Cell, Line, Row } from '@/document/lines';
import type { OpenDocument } from '@/document/openDocument';
import { type Block, blockOver, structure } from '@/document/structure';
import { argumentOffers, keywordSuggestions, sentenceSuggestions } from '@/document/suggestions';
import { BLOCK_WORDS, holdsSteps } from '@/document/words';
import { TITLE } from './gherkinLanguage';

/** What the page knows of keywords by now. */
export type Keywords = () => Iterable<KeywordView>;

/** Offers in the text what a table offers in its cells, and the words of blocks. */
export function textCompletion(document: OpenDocument, keywords: Keywords): Extension {
  const offers = isFeature(document.path)
    ? (context: CompletionContext) => sentenceOffers(context, keywords)
    : (context: CompletionContext) => lineOffers(context, document, keywords);
  return [
    autocompletion({ override: [offers], icons: false }),
    // Before the key that indents.
    Prec.high(keymap.of([{ key: 'Tab', run: acceptCompletion }])),
  ];
}

/** A place for each name, to be typed over; one that is left as it is stays a reference. */
const withPlaces = (text: string) =>
  text.replace(/[{}\\]/g, '\\$&').replace(/<[^<>|]+>/g, (name) => `\${${name.replaceAll('\\', '')}}`);

const shown = (suggestion: SuggestionView, apply: Completion['apply'], detail = suggestion.signature): Completion => ({
  label: suggestion.label,
  detail,
  ...(suggestion.note ? { info: suggestion.note } : {}),
  apply,
});

/* The table language */

async function lineOffers(
  context: CompletionContext,
  document: OpenDocument,
  keywords: Keywords,
): Promise<CompletionResult | null> {
  const { state, pos } = context;
  const at = state.doc.lineAt(pos);
  const read = structure(state);
  const line = read.lines[at.number - 1];
  const block = blockOver(read, at.number);
  if (!line) return null;
  if (line.kind !== 'row') return wordOffers(context, line, block);
  const column = pos - at.from;
  const number = line.cells.findIndex(({ from, to }) => column >= from && column <= to);
  const cell = line.cells[number];
  const section = block?.sections.find(({ rows }) => rows.some(({ row }) => row.id === line.id));
  if (!cell || !section || !holdsSteps(section.word)) return null;
  if (number === 0) return keywordOffers(context, line, cell, at.from, keywords);
  return isMark(cell.source) ? null : valueOffers(context, document, line, number, at.from);
}

const isMark = (text: string) => /^(\?|\*|=>|!)(\s|$)/.test(text);

function keywordOffers(
  context: CompletionContext,
  row: Row,
  cell: Cell,
  lineStart: number,
  keywords: Keywords,
): CompletionResult | null {
  if (cell.source === '' && !context.explicit) return null;
  const known = new Map([...keywords()].map((keyword) => [keyword.name, keyword]));
  const rest = row.cells.slice(1).every(({ source }) => source === '');
  const options = keywordSuggestions(cell.source, known.values()).map((suggestion) => {
    const wanted = (known.get(suggestion.insert)?.takes ?? []).filter((each) => !each.optional);
    const places = wanted.map(({ name }) => ` | <${name}>`).join('');
    // A step that has its arguments keeps them; one that ends here gets a place for each that must be given.
    const apply = rest ? snippet(`${withPlaces(suggestion.insert + places)} |`) : suggestion.insert;
    return shown(suggestion, apply);
  });
  const to = rest ? row.text.length : cell.end;
  return { from: lineStart + cell.start, to: lineStart + to, options, filter: false };
}

async function valueOffers(
  context: CompletionContext,
  document: OpenDocument,
  row: Row,
  number: number,
  lineStart: number,
): Promise<CompletionResult | null> {
  const cell = row.cells[number] as Cell;
  try {
    const told = await argumentOffers(document, row.id, number, cell.source, () => context.aborted);
    if (!told || told.suggestions.length === 0) return null;
    const options = told.suggestions.map((suggestion) => shown(suggestion, suggestion.insert));
    return { from: lineStart + cell.start, to: lineStart + cell.end, options, filter: false };
  } catch (failed) {
    // Without the server there are no suggestions; the top line says that it does not answer.
    if (failed instanceof Refused) return null;
    throw failed;
  }
}

/** The words that a line can begin with: those of blocks, and those that the block does not have yet. */
function wordOffers(context: CompletionContext, line: Line, block: Block | undefined): CompletionResult | null {
  const typed = context.matchBefore(/^[\p{L}][\p{L} -]*/u);
  if (!['blank', 'unreadable', 'section'].includes(line.kind) || (!typed && !context.explicit)) return null;
  const from = typed?.from ?? context.pos;
  const had = new Set(block?.properties.map(({ property }) => property.word.toLowerCase()));
  const properties = (block?.kind.properties ?? []).filter((word) => !had.has(word) || word === 'phrase');
  const sections = (block?.kind.sections ?? []).filter((word) => block?.sections.every((each) => each.word !== word));
  return {
    from,
    options: [
      ...properties.map((word) => ({ label: word, detail: 'property', apply: `${word}: ` })),
      ...sections.map((word) => ({ label: word, detail: 'section', apply: `${word}\n` })),
      ...BLOCK_WORDS.map((word) => ({ label: word, detail: 'block', apply: `${word} `, boost: -1 })),
    ],
  };
}

/* Features */

/** The words that steps begin with, where a feature says no other language. */
const STEP_WORDS = ['Given', 'When', 'Then', 'And', 'But'];

function sentenceOffers(context: CompletionContext, keywords: Keywords): CompletionResult | null {
  const { state, pos } = context;
  const line = state.doc.lineAt(pos);
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
