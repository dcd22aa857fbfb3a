import type { StepRunView } from '@/api/types';

/** Steps between others that are not at hand; `from` is how many stand before them. */
export interface StepGap {
  from: number;
  count: number;
}

export const isGap = (part: StepRunView | StepGap): part is StepGap => !('step' in part);

/** Steps inside one other in their order, each once, with the gaps between them. */
export function withGaps(steps: StepRunView[], count: number): (StepRunView | StepGap)[] {
  const parts: (StepRunView | StepGap)[] = [];
  let next = 0;
  for (const step of [...steps].sort((a, b) => a.place - b.place)) {
    if (step.place < next) continue;
    if (step.place > next) parts.push({ from: next, count: step.place - next });
    parts.push(step);
    next = step.place + 1;
  }
  if (count > next) parts.push({ from: next, count: count - next });
  return parts;
}
