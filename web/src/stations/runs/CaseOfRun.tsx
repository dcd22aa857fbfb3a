import { ChevronDown, ChevronRight, Play } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link } from 'wouter';
import { inAddress } from '@/api/client';
import { useCaseOfRun, useStartRun } from '@/api/queries';
import type { CaseRunView, EvidenceView, Failure, StepRunView } from '@/api/types';
import { Button } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { Outcome, outcomeWord } from '@/parts/Outcome';
import { formatDuration } from './times';

/** A case of a run: its steps as a tree with their times, what was wanted and found, and the page at that moment. */
export function CaseOfRun({ run, number }: { run: number; number: number }) {
  const { data: view } = useCaseOfRun(run, number);
  const [chosen, setChosen] = useState<number | null>(null);
  const failing = useMemo(() => (view ? failingStep(view.steps) : null), [view]);
  if (!view) return <div className="flex-1" />;
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
          {all.length > 0 && <StepTable steps={view.steps} chosen={step?.step ?? null} onChoose={setChosen} />}
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

function CaseHead({ view }: { view: CaseRunView }) {
  const start = useStartRun();
  const { testCase, run } = view;
  const where = [testCase.suite, testCase.row > 0 ? `row ${testCase.row}` : '', run.environment, run.browser];
  return (
    <header className="flex flex-none items-center gap-3 border-b border-hair px-4 py-2">
      <Outcome of={testCase.outcome} size={20} />
      <div className="min-w-0 flex-1">
        <h2 className="truncate text-case font-semibold">{testCase.name}</h2>
        <p className="truncate text-small text-ink-3">
          {outcomeWord(testCase.outcome)}, {where.filter(Boolean).join(', ')}
        </p>
      </div>
      <Link
        to={`/cases/${inAddress(testCase.document)}?line=${testCase.line}`}
        className="inline-flex h-6 items-center rounded-field border border-hair-strong bg-surface px-2 text-[12px] font-medium hover:border-field"
      >
        Open its case
      </Link>
      <Button small onClick={() => start({ title: testCase.name, identities: [testCase.identity] })}>
        <Play size={11} aria-hidden />
        Run it again
      </Button>
    </header>
  );
}

const COLUMNS = 'grid-cols-[34px_28px_minmax(0,1fr)_132px_64px]';

function StepTable({
  steps,
  chosen,
  onChoose,
}: {
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
        className={`grid h-[26px] items-center border-b-[1.5px] border-rule text-caption text-ink-3 ${COLUMNS}`}
      >
        <span />
        <span />
        <span>step</span>
        <span className="flex justify-between pr-1">
          <span>0</span>
          <span>{formatDuration(end)}</span>
        </span>
        <span className="pr-3 text-right">seconds</span>
      </div>
      <StepRows steps={steps} depth={0} end={end} open={open} toggle={toggle} chosen={chosen} onChoose={onChoose} />
    </div>
  );
}

function wayToFailure(steps: StepRunView[]): number[] {
  const bad = steps.find((step) => step.outcome === 'failed' || step.outcome === 'error' || step.outcome === undefined);
  return bad ? [bad.step, ...wayToFailure(bad.steps)] : [];
}

function StepRows({
  steps,
  depth,
  end,
  open,
  toggle,
  chosen,
  onChoose,
}: {
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
          <div key={step.step}>
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
            {failed && step.failure && <WhatWasFound failure={step.failure} depth={depth} />}
            {step.log.map((line) => (
              <p key={line} className="border-b border-hair py-1 pr-3 pl-[62px] font-mono text-small text-ink-3">
                {line}
              </p>
            ))}
            {shown && (
              <StepRows
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

function StepLine({
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
      className={`grid h-7 cursor-pointer items-center border-b border-hair ${COLUMNS} ${ground}`}
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
      <span className="grid place-items-center">
        <Outcome of={step.outcome} />
      </span>
      <span className="text-[12px] text-ink-3">{number ?? ''}</span>
      <span className="flex min-w-0 items-center gap-1.5" style={{ paddingLeft: depth * 16 }}>
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
          className={`flex-none ${depth === 0 ? 'font-medium' : ''} ${step.outcome === 'skipped' ? 'text-ink-3' : ''}`}
        >
          {step.phase !== 'steps' && depth === 0 ? `${step.phase}: ` : ''}
          {step.keyword}
        </span>
        <span className="truncate font-mono text-value text-ink-2" title={said(step)}>
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

function WhatWasFound({ failure, depth }: { failure: Failure; depth: number }) {
  const facts: [string, string | undefined][] = [
    ['wanted', failure.wanted],
    ['found', failure.found],
    ['waited', failure.waitedMillis === undefined ? undefined : formatDuration(failure.waitedMillis)],
  ];
  return (
    <div className="border-b border-hair bg-failed-wash pt-1 pr-3 pb-2" style={{ paddingLeft: 80 + depth * 16 }}>
      <p>{failure.message}</p>
      <dl className="mt-1 grid grid-cols-[60px_1fr] gap-y-1">
        {facts.map(
          ([word, value]) =>
            value !== undefined && (
              <div key={word} className="contents">
                <dt className="text-ink-2">{word}</dt>
                <dd
                  className={
                    word === 'waited'
                      ? ''
                      : `font-mono text-value underline decoration-2 underline-offset-[3px] ${word === 'wanted' ? 'decoration-passed' : 'decoration-failed'}`
                  }
                >
                  {value === '' ? <span className="font-sans text-ink-3">nothing</span> : value}
                </dd>
              </div>
            ),
        )}
      </dl>
    </div>
  );
}

function Evidence({ view, step }: { view: CaseRunView; step: StepRunView | null }) {
  const pictures = step?.evidence.filter((one) => one.kind === 'picture') ?? [];
  const source = step?.evidence.find((one) => one.kind === 'source');
  return (
    <aside aria-label="Evidence" className="w-[300px] flex-none overflow-y-auto border-l border-hair-strong bg-ground">
      <section className="border-b border-hair px-3.5 pt-2.5 pb-3">
        <h3 className="mb-1.5 text-small font-semibold text-ink-3">Picture</h3>
        {pictures.map((picture) => (
          <Picture key={picture.file} picture={picture} />
        ))}
        {pictures.length === 0 && (
          <p className="text-ink-2">
            {step ? 'None was taken at this step.' : 'Pictures are taken where a step fails.'}
          </p>
        )}
        {source && (
          <a
            href={`/api/evidence/${source.file}`}
            target="_blank"
            rel="noreferrer"
            className="mt-1.5 block truncate font-medium text-accent hover:underline"
            title={source.note}
          >
            Source of the page
          </a>
        )}
      </section>
      {step && step.resolved.length > 0 && (
        <Values
          title={`Values of “${step.keyword}”`}
          values={step.resolved.map((named) => [named.name, named.value])}
        />
      )}
      {view.testCase.row > 0 && (
        <Values title={`Row ${view.testCase.row}`} values={Object.entries(view.testCase.values)} />
      )}
      <section className="px-3.5 pt-2.5 pb-3">
        <h3 className="mb-1.5 flex justify-between text-small font-semibold text-ink-3">
          This case before
          <span className="font-normal">{counted(view.history.length, 'run')}</span>
        </h3>
        <div className="flex flex-wrap gap-1">
          {view.history.map((one) => (
            <Link key={one.run} to={`/runs/${one.run}`} title={`Run ${one.run}: ${outcomeWord(one.outcome)}`}>
              <Outcome of={one.outcome} />
            </Link>
          ))}
        </div>
      </section>
    </aside>
  );
}

function Picture({ picture }: { picture: EvidenceView }) {
  return (
    <figure>
      <a href={`/api/evidence/${picture.file}`} target="_blank" rel="noreferrer">
        <img
          src={`/api/evidence/${picture.file}`}
          alt={`The page, ${picture.note || 'as the step saw it'}`}
          className="w-full border border-hair-strong"
        />
      </a>
      <figcaption className="flex justify-between pt-1 text-[12px] text-ink-2">{picture.note}</figcaption>
    </figure>
  );
}

function Values({ title, values }: { title: string; values: [string, string][] }) {
  return (
    <section className="border-b border-hair px-3.5 pt-2.5 pb-3">
      <h3 className="mb-1.5 text-small font-semibold text-ink-3">{title}</h3>
      <dl className="grid grid-cols-[80px_1fr] gap-y-1">
        {values.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-ink-2">{name}</dt>
            <dd className="font-mono text-value break-words">{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
