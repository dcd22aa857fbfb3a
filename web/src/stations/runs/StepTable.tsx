import { type ReactNode, useState } from 'react';
import type { StepRunView } from '@/api/types';
import { formatDuration } from '@/parts/times';
import { SetUpUse } from './SetUpUse';
import { STEP_COLUMNS, StepLine } from './StepLine';
import { isGap, type StepGap, withGaps } from './stepGaps';
import { type MoreSteps, useMoreSteps } from './useMoreSteps';
import { WhatWasFound } from './WhatWasFound';

/** What all rows of the tree go by. */
interface Tree {
  run: number;
  end: number;
  open: ReadonlySet<number>;
  toggle: (step: number) => void;
  chosen: number | null;
  onChoose: (step: number) => void;
  more: MoreSteps;
}

/** The steps of a case as a tree; what failed is open. */
export function StepTable({
  run,
  number,
  steps,
  count,
  chosen,
  onChoose,
}: {
  run: number;
  number: number;
  steps: StepRunView[];
  /** How many there are, of which `steps` are at hand. */
  count: number;
  chosen: number | null;
  onChoose: (step: number) => void;
}) {
  const end = Math.max(1, ...steps.map((step) => step.startMillis + step.millis));
  // Those on the way to what failed are open from the start.
  const [open, setOpen] = useState<ReadonlySet<number>>(() => new Set(wayToFailure(steps)));
  const more = useMoreSteps(run, number);
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
        parent={0}
        steps={steps}
        count={count}
        depth={0}
        tree={{ run, end, open, toggle, chosen, onChoose, more }}
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
  parent,
  steps,
  count,
  depth,
  tree,
}: {
  /** The step that they are inside of; 0 for the case. */
  parent: number;
  steps: StepRunView[];
  count: number;
  depth: number;
  tree: Tree;
}) {
  return withGaps([...steps, ...tree.more.of(parent)], count).map((part) =>
    isGap(part) ? (
      <GapRow key={`gap ${part.from}`} parent={parent} gap={part} depth={depth} more={tree.more} />
    ) : (
      <StepGroup key={part.step} step={part} depth={depth} tree={tree} />
    ),
  );
}

/** A step with what belongs to it. */
function StepGroup({ step, depth, tree }: { step: StepRunView; depth: number; tree: Tree }) {
  const shown = tree.open.has(step.step);
  const failed = step.failure !== undefined && step.steps.every((inner) => inner.failure === undefined);
  return (
    <div role="rowgroup">
      <StepLine
        step={step}
        number={depth === 0 ? (step.number ?? null) : null}
        depth={depth}
        end={tree.end}
        shown={shown}
        failed={failed}
        chosen={tree.chosen === step.step}
        toggle={() => tree.toggle(step.step)}
        onChoose={() => tree.onChoose(step.step)}
      />
      {failed && step.failure && (
        <ReadRow>
          <WhatWasFound failure={step.failure} depth={depth} />
        </ReadRow>
      )}
      {step.setUp && (
        <ReadRow>
          <SetUpUse run={tree.run} use={step.setUp} />
        </ReadRow>
      )}
      {step.log.map((line, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: lines may be alike, and keep their places
        <ReadRow key={place}>
          <p className="border-b border-hair py-1 pr-3 pl-[62px] font-mono text-small text-ink-3">{line}</p>
        </ReadRow>
      ))}
      {shown && <StepRows parent={step.step} steps={step.steps} count={step.stepCount} depth={depth + 1} tree={tree} />}
    </div>
  );
}

/** Steps that are not at hand yet. */
function GapRow({ parent, gap, depth, more }: { parent: number; gap: StepGap; depth: number; more: MoreSteps }) {
  const wrong = more.wrong(parent);
  return (
    <ReadRow>
      <p
        className="flex items-center gap-3 border-b border-hair bg-ground py-1 pr-3 text-small"
        style={{ paddingLeft: 62 + depth * 16 }}
      >
        <button type="button" className="text-accent underline" onClick={() => more.load(parent, gap)}>
          {gap.count.toLocaleString('en')} more {gap.count === 1 ? 'step' : 'steps'}
        </button>
        {wrong && (
          <span role="alert" className="text-failed">
            They could not be loaded: {wrong}
          </span>
        )}
      </p>
    </ReadRow>
  );
}
