import type { Completion, CompletionContext, CompletionResult } from '@codemirror/autocomplete';
import { Refused } from '@/api/client';
import type { KeywordView, SuggestionView } from '@/api/types';
import type { OpenDocument } from '@/document/openDocument';
import { type TypedPlace, valueOffers } from '@/document/suggestions';

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

/** What the server offers for what stands between two places of the text. */
export async function serverOffers(
  context: CompletionContext,
  document: OpenDocument,
  id: number,
  place: TypedPlace,
  typed: string,
  from: number,
  to: number,
): Promise<CompletionResult | null> {
  try {
    const told = await valueOffers(document, id, place, typed, () => context.aborted);
    if (!told || told.suggestions.length === 0) return null;
    const options = told.suggestions.map((suggestion) => shown(suggestion, suggestion.insert));
    return { from, to, options, filter: false };
  } catch (failed) {
    // Without the server there are no suggestions; the top line says that it does not answer.
    if (failed instanceof Refused) return null;
    throw failed;
  }
}
