import type { ScenarioView, SentenceView } from '@/api/types';

/** What of a sheet is shown: sentences in a state, with a text in them. */
export interface Shown {
  state: string | null;
  text: string;
}

export const EVERYTHING: Shown = { state: null, text: '' };

export type IntakeLine =
  | { kind: 'scenario'; key: string; scenario: ScenarioView }
  | { kind: 'sentence'; key: string; scenario: ScenarioView; sentence: SentenceView };

/** The lines of a sheet: each scenario and its sentences; those without any that is shown are left out. */
export function intakeLines(scenarios: readonly ScenarioView[], { state, text }: Shown): IntakeLine[] {
  const wanted = text.trim().toLowerCase();
  return scenarios.flatMap((scenario) => {
    // Who looks for a scenario wants all of it.
    const named = `${scenario.key} ${scenario.title}`.toLowerCase().includes(wanted);
    const sentences = scenario.sentences.flatMap((sentence, place): IntakeLine[] => {
      const fits = (state === null || sentence.state === state) && (named || isLike(sentence, wanted));
      // One sentence may stand in a scenario twice.
      return fits ? [{ kind: 'sentence', key: `${scenario.key} ${place}`, scenario, sentence }] : [];
    });
    if (sentences.length === 0 && (state !== null || !named)) return [];
    return [{ kind: 'scenario' as const, key: scenario.key, scenario }, ...sentences];
  });
}

const isLike = ({ text, cells }: SentenceView, wanted: string) =>
  [text, ...(cells ?? [])].some((each) => each.toLowerCase().includes(wanted));
