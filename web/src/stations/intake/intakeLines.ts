import type { ScenarioView, SentenceView } from '@/api/types';
import { isFound } from '@/parts/isFound';

/** What of a sheet is shown: sentences in a state, with a text in them. */
export interface Shown {
  state: string | null;
  text: string;
}

export const EVERYTHING: Shown = { state: null, text: '' };

/** A line, by a key of its own: a scenario may say one sentence twice. */
export type IntakeLine =
  | { kind: 'scenario'; key: string; scenario: ScenarioView }
  | { kind: 'sentence'; key: string; scenario: ScenarioView; sentence: SentenceView };

/** The lines of a sheet: each scenario and its sentences; those without any that is shown are left out. */
export function intakeLines(scenarios: readonly ScenarioView[], { state, text }: Shown): IntakeLine[] {
  return scenarios.flatMap((scenario) => {
    // Who looks for a scenario wants all of it.
    const named = isFound(text, [`${scenario.key} ${scenario.title}`]);
    const sentences = scenario.sentences.flatMap((sentence, place): IntakeLine[] => {
      const fits =
        (state === null || sentence.state === state) &&
        (named || isFound(text, [sentence.text, ...(sentence.cells ?? [])]));
      return fits ? [{ kind: 'sentence', key: `${scenario.row} ${place}`, scenario, sentence }] : [];
    });
    if (sentences.length === 0 && (state !== null || !named)) return [];
    return [{ kind: 'scenario' as const, key: `${scenario.row}`, scenario }, ...sentences];
  });
}
