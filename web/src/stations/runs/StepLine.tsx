import { ChevronDown, ChevronRight } from 'lucide-react';
import type { StepRunView } from '@/api/types';
import { ellipsis } from '@/parts/ellipsis';
import { Outcome } from '@/parts/Outcome';

export const STEP_COLUMNS = 'grid-cols-[34px_28px_minmax(0,1fr)_132px_64px]';

/** One step: its outcome, what it got, when and how long. */
export function StepLine({
  step,
  number,
  depth,
  end,
  shown,
  failed,
  chosen,
  toggle,
  onChoose,
}: {
  step: StepRunView;
  number: number | null;
  depth: number;
  end: number;
  shown: boolean;
  failed: boolean;
  chosen: boolean;
  toggle: () => void;
  onChoose: () => void;
}) {
  const Chevron = shown ? ChevronDown : ChevronRight;
  const ground = failed
    ? 'bg-failed-wash'
    : chosen
      ? 'bg-select'
      : depth > 0 || step.phase !== 'steps'
        ? 'bg-ground'
        : '';
  const bar = step.outcome === 'failed' ? 'bg-failed' : step.outcome === 'error' ? 'bg-error' : 'bg-passed opacity-70';
  return (
    <div
      role="row"
      tabIndex={0}
      aria-level={depth + 1}
      aria-selected={chosen}
      aria-expanded={step.steps.length > 0 ? shown : undefined}
      className={`grid h-7 cursor-pointer items-center border-b border-hair ${STEP_COLUMNS} ${ground}`}
      onClick={onChoose}
      onKeyDown={(event) => {
        if (event.key === 'Enter') onChoose();
        if (event.key === 'ArrowRight' && step.steps.length > 0 && !shown) toggle();
        if (event.key === 'ArrowLeft' && shown) toggle();
        if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
          event.preventDefault();
          const rows = [...document.querySelectorAll<HTMLElement>('[role=treegrid] [role=row][tabindex]')];
          rows[rows.indexOf(event.currentTarget) + (event.key === 'ArrowDown' ? 1 : -1)]?.focus();
        }
      }}
    >
      {/* biome-ignore lint/a11y/useFocusableInteractive: rows have the focus */}
      <span role="gridcell" className="grid place-items-center">
        <Outcome of={step.outcome} />
      </span>
      <span className="text-[12px] text-ink-3">{number ?? ''}</span>
      {/* biome-ignore lint/a11y/useFocusableInteractive: rows have the focus */}
      <span role="gridcell" className="flex min-w-0 items-center gap-1.5" style={{ paddingLeft: depth * 16 }}>
        {step.steps.length > 0 ? (
          <button
            type="button"
            tabIndex={-1}
            aria-label={shown ? 'Fold' : 'Unfold'}
            onClick={(event) => {
              event.stopPropagation();
              toggle();
            }}
            className="text-ink-3"
          >
            <Chevron size={12} aria-hidden />
          </button>
        ) : (
          <span className="w-3 flex-none" />
        )}
        <span
          ref={ellipsis}
          title={step.keyword}
          className={`max-w-[calc(100%-18px)] flex-none ${depth === 0 ? 'font-medium' : ''} ${step.outcome === 'skipped' ? 'text-ink-3' : ''}`}
        >
          {step.phase !== 'steps' && depth === 0 ? `${step.phase}: ` : ''}
          {step.keyword}
        </span>
        <span ref={ellipsis} className="font-mono text-value text-ink-2" title={said(step)}>
          {step.reason ? step.reason : said(step)}
        </span>
      </span>
      <span className="relative h-2.5 border-l border-hair">
        <span
          className={`absolute h-full ${bar}`}
          style={{ left: `${(100 * step.startMillis) / end}%`, width: `max(2px, ${(100 * step.millis) / end}%)` }}
        />
      </span>
      <span className="pr-3 text-right">{step.outcome === 'skipped' ? '' : (step.millis / 1000).toFixed(2)}</span>
    </div>
  );
}

/** The arguments with all values put in, or as written where the step did not get so far. */
function said(step: StepRunView): string {
  const values = step.resolved.length > 0 ? step.resolved.map((named) => named.value) : step.arguments;
  const kept = step.kept.map((named) => `=> ${named.name} ${named.value}`);
  return [...values, ...kept].filter((value) => value !== '').join('  ');
}
