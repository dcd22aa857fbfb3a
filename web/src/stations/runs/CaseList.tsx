import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState } from 'react';
import { Link, useLocation } from 'wouter';
import { useCasesOfRun } from '@/api/queries';
import type { Outcome as OutcomeWord, RunCaseView } from '@/api/types';
import { caseOfRunPlace } from '@/app/places';
import { ellipsis } from '@/parts/ellipsis';
import { Filter } from '@/parts/Filter';
import { Outcome } from '@/parts/Outcome';
import { formatDuration } from '@/parts/times';
import { Wrong } from '@/parts/Wrong';

const LINE_HEIGHT = 44;

/** The cases of a run, what did not pass first; `open` is the one that is shown beside them. */
export function CaseList({ run, outcome, open }: { run: number; outcome: OutcomeWord | ''; open: number | null }) {
  const [filter, setFilter] = useState('');
  const [, go] = useLocation();
  const { data, error, refetch, hasNextPage, isFetchingNextPage, fetchNextPage } = useCasesOfRun(run, {
    text: filter,
    outcome,
  });
  const cases = data?.pages.flatMap((page) => page.cases) ?? [];
  const first = cases[0]?.number;
  useEffect(() => {
    if (open === null && first !== undefined) go(caseOfRunPlace(run, first), { replace: true });
  }, [open, first, run, go]);
  const scroller = useRef<HTMLElement>(null);
  const virtual = useVirtualizer({
    count: cases.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => LINE_HEIGHT,
    overscan: 12,
    initialRect: { width: 300, height: 600 },
  });
  const drawn = virtual.getVirtualItems();
  const lastDrawn = drawn.at(-1)?.index ?? 0;
  useEffect(() => {
    if (hasNextPage && !isFetchingNextPage && lastDrawn >= cases.length - 40) fetchNextPage();
  }, [hasNextPage, isFetchingNextPage, fetchNextPage, lastDrawn, cases.length]);
  return (
    <>
      <div className="flex border-b border-hair px-2.5 py-2">
        <Filter value={filter} onChange={setFilter} label="Filter cases of the run" />
      </div>
      <Wrong what="The cases of this run" error={error} again={refetch} />
      <nav ref={scroller} aria-label="Cases of the run" className="min-h-0 flex-1 overflow-y-auto py-1">
        <div className="relative" style={{ height: virtual.getTotalSize() }}>
          {drawn.map((line) => {
            const one = cases[line.index];
            return one && <CaseLine key={one.number} run={run} one={one} top={line.start} open={one.number === open} />;
          })}
        </div>
        {data && cases.length === 0 && <p className="px-3 py-2 text-ink-2">No case fits the filter.</p>}
      </nav>
      {data && (data.pages[0]?.total ?? 0) > cases.length && (
        <p className="flex-none border-t border-hair px-3 py-1 text-small text-ink-3">
          {cases.length.toLocaleString('en')} of {data.pages[0]?.total.toLocaleString('en')} are here; more come as you
          scroll
        </p>
      )}
    </>
  );
}

function CaseLine({ run, one, top, open }: { run: number; one: RunCaseView; top: number; open: boolean }) {
  return (
    <Link
      to={caseOfRunPlace(run, one.number)}
      aria-current={open ? 'page' : undefined}
      style={{ top, height: LINE_HEIGHT }}
      className="absolute inset-x-0 flex gap-2 px-3 py-1 hover:bg-sunk aria-[current]:bg-select aria-[current]:shadow-[inset_2px_0_var(--select-edge)]"
    >
      <span className="pt-0.5">
        <Outcome of={one.outcome} />
      </span>
      <span className="min-w-0 flex-1">
        <span ref={ellipsis} className="block" title={one.name}>
          {one.name}
        </span>
        <span ref={ellipsis} className="block text-small text-ink-3">
          {one.failure?.message ?? one.suite}
        </span>
      </span>
      <span className="text-[12px] text-ink-3">{one.outcome && formatDuration(one.millis)}</span>
    </Link>
  );
}
