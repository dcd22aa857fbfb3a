import { inAddress, post } from '@/api/client';
import type { CompletionView, KeywordView, SuggestionView } from '@/api/types';
import type { OpenDocument } from './openDocument';
import { structure } from './structure';

const MOST = 50;

/** What is being typed: a cell by its number, or a property by its word. */
export type TypedPlace = number | string;

/**
 * What the server offers for a cell or a property, as it is typed; null where its line is gone or nobody wants it any
 * more.
 *
 * @param id of the cell's row, or of a line of the property's block
 */
export async function valueOffers(
  document: OpenDocument,
  id: number,
  place: TypedPlace,
  text: string,
  late: () => boolean,
): Promise<CompletionView | null> {
  // The server's lines are those of the page once all is saved.
  await document.sync.saved();
  const line = structure(document.state).lines.findIndex((each) => each.id === id);
  if (late() || line < 0) return null;
  const at = typeof place === 'number' ? { cell: place } : { cell: 0, property: place };
  return post<CompletionView>(`/api/completions/${inAddress(document.path)}`, { line: line + 1, text, ...at });
}

/** Keywords that what was typed could mean, best first, from what the page holds itself. */
export function keywordSuggestions(typed: string, keywords: Iterable<KeywordView>): SuggestionView[] {
  const wanted = typed.trim().toLowerCase();
  const found: Ranked[] = [];
  for (const keyword of keywords) {
    const match = matchOf(wanted, keyword);
    if (match) found.push({ rank: match.rank, suggestion: suggestionOf(keyword, match) });
  }
  return best(found);
}

/** Sentences that what was typed could become, best first: phrases, and names of keywords that need nothing. */
export function sentenceSuggestions(typed: string, keywords: Iterable<KeywordView>): SuggestionView[] {
  const wanted = typed.trim().toLowerCase();
  const found: Ranked[] = [];
  for (const keyword of keywords) {
    for (const sentence of sentencesOf(keyword)) {
      const match = sentenceMatch(wanted, sentence, keyword);
      if (!match) continue;
      found.push({
        rank: match.rank,
        suggestion: { ...suggestionOf(keyword, match), insert: sentence, label: sentence },
      });
    }
  }
  return best(found);
}

/** By its beginning, by words in any order, by words of its keyword's name and note. */
function sentenceMatch(wanted: string, sentence: string, keyword: KeywordView): Match | null {
  const own = keyword.path ? 0 : 0.5;
  const words = wanted.split(/\s+/);
  const said = sentence.toLowerCase();
  if (said.startsWith(wanted)) return { rank: own, matched: [], why: keyword.name };
  if (words.every((word) => said.includes(word))) return { rank: 1 + own, matched: [], why: keyword.name };
  const about = `${keyword.name} ${keyword.note}`.toLowerCase();
  return words.every((word) => about.includes(word)) ? { rank: 2 + own, matched: [], why: keyword.note } : null;
}

/** Optional words are written out; whoever does not want them takes them away. */
function sentencesOf(keyword: KeywordView): string[] {
  if (keyword.phrases.length === 0) return keyword.takes.every((each) => each.optional) ? [keyword.name] : [];
  return keyword.phrases.map((phrase) => phrase.replace(/\\?[[\]]/g, (sign) => (sign.length > 1 ? sign.slice(1) : '')));
}

interface Ranked {
  rank: number;
  suggestion: SuggestionView;
}

function best(found: Ranked[]): SuggestionView[] {
  found.sort((a, b) => a.rank - b.rank || a.suggestion.label.localeCompare(b.suggestion.label));
  return found.slice(0, MOST).map(({ suggestion }) => suggestion);
}

interface Match {
  rank: number;
  matched: number[];
  why: string;
}

const letters = (from: number, length: number) => Array.from({ length }, (_, i) => from + i);

/** Own keywords come before built-in ones of the same rank. */
function matchOf(wanted: string, keyword: KeywordView): Match | null {
  const own = keyword.path ? 0 : 0.5;
  const name = keyword.name.toLowerCase();
  if (wanted === '') return { rank: own, matched: [], why: keyword.group };
  const at = name.indexOf(wanted);
  if (at === 0)
    return { rank: (name === wanted ? 0 : 1) + own, matched: letters(0, wanted.length), why: keyword.group };
  if (at > 0 && /[ -]/.test(name[at - 1] ?? '')) {
    return { rank: 2 + own, matched: letters(at, wanted.length), why: keyword.group };
  }
  if (at > 0) return { rank: 4 + own, matched: letters(at, wanted.length), why: keyword.group };
  const words = wanted.split(/\s+/);
  const phrase = keyword.phrases.find((each) => words.every((word) => each.toLowerCase().includes(word)));
  if (phrase) return { rank: 3 + own, matched: [], why: phrase };
  if (words.every((word) => name.includes(word))) return { rank: 5 + own, matched: [], why: keyword.group };
  const note = keyword.note.toLowerCase();
  return words.every((word) => note.includes(word)) ? { rank: 6 + own, matched: [], why: keyword.note } : null;
}

function suggestionOf(keyword: KeywordView, { matched, why }: Match): SuggestionView {
  const shown = keyword.takes.slice(0, 2).map((parameter) => parameter.name);
  return {
    insert: keyword.name,
    label: keyword.name,
    matched,
    why,
    signature: shown.join(', ') + (keyword.takes.length > 2 ? ' …' : ''),
    note: keyword.note,
    parameters: keyword.takes.map((parameter) => parameter.name),
  };
}
