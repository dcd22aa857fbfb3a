import { useState } from 'react';
import { stepsOfCase } from '@/api/queries';
import type { StepRunView } from '@/api/types';
import { reasonOf } from '@/parts/attempt';
import type { StepGap } from './stepGaps';

const ON_A_PAGE = 200;

/** Steps of a long case that were asked for. */
export interface MoreSteps {
  /** Those inside a step; 0 is the case. */
  of: (parent: number) => StepRunView[];
  /** Why the last ones inside a step could not be loaded. */
  wrong: (parent: number) => string | null;
  load: (parent: number, gap: StepGap) => Promise<void>;
}

export function useMoreSteps(run: number, number: number): MoreSteps {
  const [pages, setPages] = useState<ReadonlyMap<number, StepRunView[]>>(new Map());
  const [wrongs, setWrongs] = useState<ReadonlyMap<number, string>>(new Map());
  return {
    of: (parent) => pages.get(parent) ?? [],
    wrong: (parent) => wrongs.get(parent) ?? null,
    load: async (parent, gap) => {
      try {
        const page = await stepsOfCase(run, number, parent, gap.from, Math.min(gap.count, ON_A_PAGE));
        setPages((before) => new Map(before).set(parent, [...(before.get(parent) ?? []), ...page]));
        setWrongs((before) => new Map([...before].filter(([other]) => other !== parent)));
      } catch (refused) {
        const reason = reasonOf(refused);
        setWrongs((before) => new Map(before).set(parent, reason));
      }
    },
  };
}
