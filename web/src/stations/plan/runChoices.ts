import type { RunRequest } from '@/api/types';
import { counted } from '@/parts/counted';

/** How a run is carried out, beside what is run; what is left out is as usual. */
export type RunChoices = Pick<RunRequest, 'workers' | 'tries' | 'stopAfter' | 'seen' | 'paceMillis' | 'pictures'>;

export const USUAL_WORKERS = 2;

/** The choices in a few words, those that differ from the usual. */
export function choicesInWords(choices: RunChoices): string {
  const { workers, tries, stopAfter, seen, paceMillis, pictures } = choices;
  return [
    counted(workers ?? USUAL_WORKERS, 'worker'),
    tries && tries > 1 && `${tries} tries`,
    stopAfter && `stop after ${stopAfter}`,
    seen && 'seen',
    paceMillis && `${paceMillis} ms apart`,
    pictures && 'pictures of steps',
  ]
    .filter(Boolean)
    .join(', ');
}

/** A whole number from 1 on, or nothing where a field is empty or something else. */
export function wholeNumber(text: string, most: number): number | undefined {
  const number = Number(text.trim());
  return text.trim() !== '' && Number.isInteger(number) && number > 0 && number <= most ? number : undefined;
}
