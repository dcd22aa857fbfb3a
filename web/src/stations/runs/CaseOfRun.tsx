import { useMemo, useState } from 'react';
import { useCaseOfRun } from '@/api/queries';
import type { StepRunView } from '@/api/types';
import { Wrong } from '@/parts/Wrong';
import { CaseHead } from './CaseHead';
import { Evidence } from './Evidence';
import { StepTable } from './StepTable';

/** A case of a run: its steps as a tree with their times, what was wanted and found, and the page at that moment. */
export function CaseOfRun({ run, number }: { run: number; number: number }) {
  const { data: view, error, refetch } = useCaseOfRun(run, number);
  const [chosen, setChosen] = useState<number | null>(null);
  const failing = useMemo(() => (view ? failingStep(view.steps) : null), [view]);
  if (!view) {
    return (
      <div className="flex-1">
        <Wrong what={`Case ${number} of run ${run}`} error={error} again={refetch} />
      </div>
    );
  }
  const all = flat(view.steps);
  const step = all.find((one) => one.step === chosen) ?? failing ?? all.find((one) => one.evidence.length > 0) ?? null;
  return (
    <div className="flex min-w-0 flex-1 flex-col">
      <CaseHead view={view} />
      <div className="flex min-h-0 flex-1">
        <div className="min-w-0 flex-1 overflow-y-auto pb-8">
          {view.testCase.failure && !failing && (
            <p className="m-4 bg-error-wash px-3 py-2">{view.testCase.failure.message}</p>
          )}
          {all.length === 0 && !view.testCase.failure && (
            <p className="p-4 text-ink-2">No step of this case was run.</p>
          )}
          {all.length > 0 && (
            <StepTable
              key={`${run}/${number}`}
              run={run}
              number={number}
              steps={view.steps}
              count={view.stepCount}
              chosen={step?.step ?? null}
              onChoose={setChosen}
            />
          )}
        </div>
        <Evidence view={view} step={step} />
      </div>
    </div>
  );
}

function flat(steps: StepRunView[]): StepRunView[] {
  return steps.flatMap((step) => [step, ...flat(step.steps)]);
}

/** The innermost step that did not pass. */
function failingStep(steps: StepRunView[]): StepRunView | null {
  for (const step of steps) {
    if (step.outcome === 'failed' || step.outcome === 'error' || step.outcome === undefined) {
      return failingStep(step.steps) ?? step;
    }
  }
  return null;
}
