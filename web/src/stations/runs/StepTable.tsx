import { type ReactNode, useState } from 'react';
import type { StepRunView } from '@/api/types';
import { SetUpUse } from './SetUpUse';
import { STEP_COLUMNS, StepLine } from './StepLine';
import { formatDuration } from './times';
import { WhatWasFound } from './WhatWasFound';

/** The steps of a case as a tree; what failed is open. */
export function StepTable({
  run,
  steps,
  chosen,
  onChoose,
}: {
  run: number;
  steps: StepRunView[];
  chosen: number | null;
  onChoose: (step: number) => void;
}) {
  const end = Math.max(1, ...steps.map((step) => step.startMillis + step.millis));
  // Those on the way to what failed are open from the start.
  const [open, setOpen] = useState<ReadonlySet<number>>(() => new Set(wayToFailure(steps)));
  const toggle = (step: number) => {
    const next = new Set(open);
    if (!next.delete(step)) next.add(step);
    setOpen(next);
  };
  return (
    <div role="treegrid" aria-label="Steps">
      {/* biome-ignore lint/a11y/useFocusableInteractive: column heads are only read */}
      <div
        role="row"
        className={`grid h-[26px] items-center border-b-[1.5px] border-rule text-caption text-ink-3 ${STEP_COLUMNS}`}
      >
        <span />
        <span />
        {/* biome-ignore lint/a11y/useFocusableInteractive: column heads are only read */}
        <span role="columnheader">step</span>
        <span className="flex justify-between pr-1">
          <span>0</span>
          <span>{formatDuration(end)}</span>
        </span>
        <span className="pr-3 text-right">seconds</span>
      </div>
      <StepRows
        run={run}
        steps={steps}
        depth={0}
        end={end}
        open={open}
        toggle={toggle}
        chosen={chosen}
        onChoose={onChoose}
      />
    </div>
  );
}

/** What belongs to a step, as a row of one cell. */
function ReadRow({ children }: { children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/useFocusableInteractive: rows of steps have the focus
    <div role="row">
      {/* biome-ignore lint/a11y/useFocusableInteractive: it is only read */}
      <div role="gridcell">{children}</div>
    </div>
  );
}

function wayToFailure(steps: StepRunView[]): number[] {
  const bad = steps.find((step) => step.outcome === 'failed' || step.outcome === 'error' || step.outcome === undefined);
  return bad ? [bad.step, ...wayToFailure(bad.steps)] : [];
}

function StepRows({
  run,
  steps,
  depth,
  end,
  open,
  toggle,
  chosen,
  onChoose,
}: {
  run: number;
  steps: StepRunView[];
  depth: number;
  end: number;
  open: ReadonlySet<number>;
  toggle: (step: number) => void;
  chosen: number | null;
  onChoose: (step: number) => void;
}) {
  let number = 0;
  return (
    <>
      {steps.map((step) => {
        if (depth === 0 && step.phase === 'steps') number++;
        const shown = open.has(step.step);
        const failed = step.failure !== undefined && step.steps.every((inner) => inner.failure === undefined);
        const around = step.phase !== 'steps';
        return (
          <div key={step.step} role="rowgroup">
            <StepLine
              step={step}
              number={depth === 0 && !around ? number : null}
              depth={depth}
              end={end}
              shown={shown}
              failed={failed}
              chosen={chosen === step.step}
              toggle={() => toggle(step.step)}
              onChoose={() => onChoose(step.step)}
            />
            {failed && step.failure && (
              <ReadRow>
                <WhatWasFound failure={step.failure} depth={depth} />
              </ReadRow>
            )}
            {step.setUp && (
              <ReadRow>
                <SetUpUse run={run} use={step.setUp} />
              </ReadRow>
            )}
            {step.log.map((line) => (
              <ReadRow key={line}>
                <p className="border-b border-hair py-1 pr-3 pl-[62px] font-mono text-small text-ink-3">{line}</p>
              </ReadRow>
            ))}
            {shown && (
              <StepRows
                run={run}
                steps={step.steps}
                depth={depth + 1}
                end={end}
                open={open}
                toggle={toggle}
                chosen={chosen}
                onChoose={onChoose}
              />
            )}
          </div>
        );
      })}
    </>
  );
}
