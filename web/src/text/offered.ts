import type { Completion } from '@codemirror/autocomplete';
import type { KeywordView, SuggestionView } from '@/api/types';

/** What the page knows of keywords by now. */
export type Keywords = () => Iterable<KeywordView>;

/** A place for each name, to be typed over; one that is left as it is stays a reference. */
export const withPlaces = (text: string) =>
  text.replace(/[{}\\]/g, '\\$&').replace(/<[^<>|]+>/g, (name) => `\${${name.replaceAll('\\', '')}}`);

export const shown = (
  suggestion: SuggestionView,
  apply: Completion['apply'],
  detail = suggestion.signature,
): Completion => ({
  label: suggestion.label,
  detail,
  ...(suggestion.note ? { info: suggestion.note } : {}),
  apply,
});
