import { useState } from 'react';
import { useRepeats } from '@/api/queries';
import type { RepeatView } from '@/api/types';
import { Button } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { StepLines } from '@/parts/StepLines';
import { Wrong } from '@/parts/Wrong';
import { RefactoringPanel } from '@/refactoring/RefactoringPanel';
import { proposedName } from '@/refactoring/refactorings';

/** Steps that stand in several places, each one press from a keyword. */
export function RepeatsLens() {
  const { data: repeats, error, refetch } = useRepeats();
  const [chosen, setChosen] = useState<RepeatView | null>(null);
  const first = chosen?.places[0];
  return (
    <>
      <div className="flex h-9 flex-none items-center gap-2 border-b border-hair px-3.5">
        <h2 className="font-semibold">Repeats</h2>
        <span className="text-ink-3">
          {repeats && (repeats.length === 0 ? 'none found' : `${repeats.length} found`)}
        </span>
      </div>
      <Wrong what="The repeats" error={error} again={refetch} />
      <ul className="min-h-0 flex-1 overflow-y-auto">
        {repeats?.length === 0 && (
          <li className="px-3.5 py-3 text-ink-2">
            Steps that stand in several cases or keywords are listed here, to make a keyword of them.
          </li>
        )}
        {repeats?.map((repeat) => (
          <li
            key={`${repeat.places[0]?.path} ${repeat.places[0]?.line}`}
            className="border-b border-hair px-3.5 py-2.5"
          >
            <p className="mb-1">
              <b className="text-case font-semibold">{repeat.count}</b> steps in{' '}
              <b className="text-case font-semibold">{repeat.places.length}</b> places
            </p>
            <StepLines rows={repeat.steps} />
            <p className="mt-1.5 flex items-center justify-between">
              <Button small onClick={() => setChosen(repeat)}>
                Extract keyword
              </Button>
              <span className="text-small text-ink-3">{counted(repeat.saved, 'step')} fewer</span>
            </p>
          </li>
        ))}
      </ul>
      {chosen && first && (
        <RefactoringPanel
          ask={{
            what: 'extract keyword',
            path: first.path,
            line: first.line,
            count: chosen.count,
            name: proposedName(chosen.steps.at(-1)?.cells.map((cell) => cell.source) ?? []),
          }}
          close={() => setChosen(null)}
        />
      )}
    </>
  );
}
