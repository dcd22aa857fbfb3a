import { useVirtualizer } from '@tanstack/react-virtual';
import { ChevronDown, ChevronRight } from 'lucide-react';
import { useRef, useState } from 'react';
import { Link } from 'wouter';
import type { CasePlanView, ExecutableView, PlanView } from '@/api/types';
import { documentPlace } from '@/app/places';
import { counted } from '@/parts/counted';
import { ellipsis } from '@/parts/ellipsis';
import { Outcome } from '@/parts/Outcome';
import { TextPieces } from '@/parts/TextPieces';
import { formatDuration } from '@/parts/times';
import { linesOf, type PlanLine } from './planLines';

const LINE_HEIGHT = 28;
const GRID = 'grid grid-cols-[minmax(0,1fr)_minmax(0,17rem)_3.5rem_5rem] items-center';

/** The cases of a plan with their executable cases; only what is seen is drawn, and what is missing fetched on wish. */
export function PlanTable({
  plan,
  only,
  filter,
  chosen,
  further,
  onChoose,
  onMore,
}: {
  plan: PlanView;
  only: 'all' | 'in';
  filter: string;
  chosen: ExecutableView | null;
  further: ReadonlyMap<number, readonly ExecutableView[]>;
  onChoose: (of: CasePlanView, executable: ExecutableView) => void;
  onMore: (of: CasePlanView) => void;
}) {
  const [folded, setFolded] = useState<ReadonlySet<string>>(new Set());
  const scroller = useRef<HTMLDivElement>(null);
  const lines = linesOf(plan, { only, filter, folded, further });
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => LINE_HEIGHT,
    overscan: 16,
    initialRect: { width: 800, height: 600 },
  });
  const toggle = (suite: string) => {
    const next = new Set(folded);
    if (!next.delete(suite)) next.add(suite);
    setFolded(next);
  };
  return (
    <div
      role="table"
      aria-label="Executable cases"
      aria-rowcount={lines.length + 1}
      className="flex min-h-0 flex-1 flex-col px-4"
    >
      <div
        role="row"
        tabIndex={-1}
        aria-rowindex={1}
        className={`${GRID} h-[26px] flex-none overflow-y-hidden border-b-[1.5px] border-rule text-caption text-ink-3 [scrollbar-gutter:stable]`}
      >
        <span role="columnheader" tabIndex={-1} className="pl-6">
          executable case
        </span>
        <span role="columnheader" tabIndex={-1}>
          why in or out
        </span>
        <span role="columnheader" tabIndex={-1} className="pr-2 text-right">
          in
        </span>
        <span role="columnheader" tabIndex={-1} className="pr-2 text-right">
          expected
        </span>
      </div>
      <div ref={scroller} role="rowgroup" className="min-h-0 flex-1 overflow-y-auto [scrollbar-gutter:stable]">
        <div role="presentation" className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start }) => {
            const line = lines[index];
            if (!line) return null;
            const isChosen = line.kind === 'executable' && line.executable.identity === chosen?.identity;
            return (
              <div
                key={keyOf(line)}
                role="row"
                tabIndex={-1}
                aria-rowindex={index + 2}
                aria-selected={isChosen}
                style={{ top: start, height: LINE_HEIGHT }}
                className={`${GRID} absolute inset-x-0 border-b border-hair ${line.kind === 'suite' ? 'bg-ground' : 'hover:bg-sunk'} aria-selected:bg-select aria-selected:shadow-[inset_2px_0_var(--select-edge)]`}
              >
                {line.kind === 'suite' && <SuiteLine line={line} toggle={() => toggle(line.suite)} />}
                {line.kind === 'case' && <CaseLine one={line.one} />}
                {line.kind === 'executable' && <ExecutableLine plan={plan} line={line} onChoose={onChoose} />}
                {line.kind === 'more' && (
                  <span role="cell" className="pl-11">
                    <button
                      type="button"
                      onClick={() => onMore(line.one)}
                      className="font-medium text-accent hover:underline"
                    >
                      {line.left.toLocaleString('en')} more
                    </button>
                  </span>
                )}
              </div>
            );
          })}
        </div>
        {plan.cases.length === 0 && (
          <p className="py-4 text-ink-2">The project has no cases yet. Write the first one under Cases.</p>
        )}
      </div>
    </div>
  );
}

function keyOf(line: PlanLine): string {
  if (line.kind === 'suite') return `suite ${line.suite}`;
  if (line.kind === 'executable') return line.executable.identity;
  return `${line.kind} ${line.one.index}`;
}

function SuiteLine({ line, toggle }: { line: PlanLine & { kind: 'suite' }; toggle: () => void }) {
  const Chevron = line.open ? ChevronDown : ChevronRight;
  return (
    <>
      <span role="cell" className="min-w-0 font-semibold">
        <button
          type="button"
          aria-expanded={line.open}
          onClick={toggle}
          className="flex w-full items-center gap-1.5 pl-1"
        >
          <Chevron size={12} className="flex-none text-ink-3" aria-hidden />
          <span ref={ellipsis} title={line.suite}>
            {line.suite}
          </span>
        </button>
      </span>
      <span role="cell" className="text-[12px] text-ink-3">
        {line.out > 0 && `${counted(line.out, 'case')} out`}
      </span>
      <span role="cell" className="pr-2 text-right font-semibold">
        {line.count.toLocaleString('en')}
      </span>
      <Expected millis={line.millis} />
    </>
  );
}

function CaseLine({ one }: { one: CasePlanView }) {
  const out = one.count === 0;
  const why = out ? one.exclusionReason : one.needed ? `needed by ${one.needed}` : one.tags.join(', ');
  return (
    <>
      <span role="cell" ref={ellipsis} className={`pl-6 ${out ? 'text-ink-3' : ''}`}>
        <Link to={documentPlace(one.path, { line: one.line })} className="hover:underline">
          <TextPieces pieces={one.nameParts} />
        </Link>
      </span>
      <span role="cell" ref={ellipsis} className="text-[12px] text-ink-3" title={why}>
        {why}
      </span>
      <span role="cell" className={`pr-2 text-right ${out ? 'text-ink-3' : ''}`}>
        {out ? 'out' : one.count.toLocaleString('en')}
      </span>
      <Expected millis={out ? undefined : one.expectedMillis} />
    </>
  );
}

function ExecutableLine({
  plan,
  line: { one, executable, alone },
  onChoose,
}: {
  plan: PlanView;
  line: PlanLine & { kind: 'executable' };
  onChoose: (of: CasePlanView, executable: ExecutableView) => void;
}) {
  return (
    <>
      <span role="cell" className={`min-w-0 ${alone ? 'pl-6' : 'pl-11'}`}>
        <button
          type="button"
          onClick={() => onChoose(one, executable)}
          ref={ellipsis}
          className="flex w-full items-center gap-2"
        >
          <Outcome of={executable.last} size={12} />
          <span ref={ellipsis}>{executable.name}</span>
        </button>
      </span>
      <span role="cell" ref={ellipsis} className="text-[12px] text-ink-3" title={executable.fault}>
        {executable.fault ? (
          <span className="text-error">{executable.fault}</span>
        ) : (
          [...(alone ? one.tags : []), ...where(plan, executable)].join(', ')
        )}
      </span>
      <span role="cell" className="pr-2 text-right">
        {alone ? 1 : ''}
      </span>
      <Expected millis={executable.usualMillis} />
    </>
  );
}

function Expected({ millis }: { millis: number | undefined }) {
  return (
    <span role="cell" className="pr-2 text-right text-ink-2">
      {millis === undefined ? '' : formatDuration(millis)}
    </span>
  );
}

/** Where an executable case runs, if that is not the same for all. */
const where = (plan: PlanView, { environment, browser }: ExecutableView) => [
  ...(plan.environment.includes(', ') ? [environment] : []),
  ...(plan.browser.includes(', ') ? [browser] : []),
];
