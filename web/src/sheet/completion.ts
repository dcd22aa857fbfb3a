import type { KeywordView, SuggestionView } from '@/api/types';

const MOST = 50;

/** Keywords that what was typed could mean, best first, from what the page holds itself. */
export function keywordSuggestions(typed: string, keywords: Iterable<KeywordView>): SuggestionView[] {
  const wanted = typed.trim().toLowerCase();
  const found: { rank: number; suggestion: SuggestionView }[] = [];
  for (const keyword of keywords) {
    const match = matchOf(wanted, keyword);
    if (match) found.push({ rank: match.rank, suggestion: suggestionOf(keyword, match) });
  }
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
