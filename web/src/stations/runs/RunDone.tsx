import { useVirtualizer } from '@tanstack/react-virtual';
import { Play } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Link, useLocation } from 'wouter';
import { useCasesOfRun, useStartRun } from '@/api/queries';
import type { Outcome as OutcomeWord, RunCaseView, RunDetailView } from '@/api/types';
import { caseOfRunPlace } from '@/app/places';
import { Button } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { ErrorLine } from '@/parts/ErrorLine';
import { ellipsis } from '@/parts/ellipsis';
import { Filter } from '@/parts/Filter';
import { OUTCOMES, Outcome, outcomeWord } from '@/parts/Outcome';
import { OutcomeBar } from '@/parts/OutcomeBar';
import { clockTime, formatDuration, span } from '@/parts/times';
import { Wrong } from '@/parts/Wrong';
import { CaseOfRun } from './CaseOfRun';
import { LeftFixtures, SharedSetUps } from './SetUpUse';

/** A run that is over: how many, which, and for one of them why. */
export function RunDone({ detail, number }: { detail: RunDetailView; number: number | null }) {
  const { run } = detail;
  const [outcome, setOutcome] = useState<OutcomeWord | ''>('');
  return (
    <>
      <RunHead detail={detail} outcome={outcome} onOutcome={setOutcome} />
      <div className="flex min-h-0 flex-1 border-t border-hair-strong">
        <CaseList key={outcome} run={run.id} outcome={outcome} open={number} />
        {number !== null && <CaseOfRun run={run.id} number={number} />}
      </div>
    </>
  );
}

function RunHead({
  detail: { run, suites, setUps, left },
  outcome,
  onOutcome,
}: {
  detail: RunDetailView;
  outcome: OutcomeWord | '';
  onOutcome: (outcome: OutcomeWord | '') => void;
}) {
  const start = useStartRun();
  const [wrong, setWrong] = useState<string | null>(null);
  // What a stop kept from being planned is nowhere told apart and cannot be named again.
  const planned = suites.reduce((sum, suite) => sum + suite.total, 0);
  const bad = planned - (run.counts.passed ?? 0);
  const some = bad > 0 && bad < planned;
  return (
    <header className="flex-none px-4 pt-2.5 pb-3">
      <div className="flex h-7 items-center gap-2.5">
        <h1 className="text-title leading-[26px] font-semibold">Run {run.id}</h1>
        <p ref={ellipsis} className="flex-1 self-end pb-0.5 text-ink-2">
          {[run.title, clockTime(run.started), span(run.started, run.finished), run.browser, `seed ${run.seed}`]
            .filter(Boolean)
            .join(', ')}
        </p>
        <Button
          kind="main"
          onClick={async () =>
            setWrong(
              await start({
                title: bad > 0 ? `what did not pass in run ${run.id}` : run.title,
                again: run.id,
                notPassed: some,
              }),
            )
          }
        >
          <Play size={13} aria-hidden />
          Run {counted(some ? bad : planned, 'case')} again
        </Button>
      </div>
      <ErrorLine text={wrong} />
      {(run.state === 'interrupted' || run.state === 'stopped') && (
        <p role="status" className="mt-1.5 bg-error-wash px-3 py-1.5">
          {run.state === 'interrupted'
            ? 'This run was interrupted: the server ended while it was going. What had finished by then is here.'
            : 'This run was stopped. What had finished by then is here.'}
        </p>
      )}
      <LeftFixtures run={run.id} left={left} />
      <div className="mt-2 flex items-center gap-2">
        {OUTCOMES.filter((word) => word === 'passed' || (run.counts[word] ?? 0) > 0).map((word) => (
          <button
            key={word}
            type="button"
            aria-pressed={outcome === word}
            title={outcome === word ? 'Show all' : `Show only what ${outcomeWord(word)}`}
            onClick={() => onOutcome(outcome === word ? '' : word)}
            className="-ml-1.5 flex items-center gap-1.5 rounded-chip px-1.5 py-0.5 hover:bg-sunk aria-pressed:bg-select"
          >
            <Outcome of={word} />
            <b className="text-case font-semibold">{(run.counts[word] ?? 0).toLocaleString('en')}</b>
            <span className="text-ink-2">{outcomeWord(word)}</span>
          </button>
        ))}
        <span className="ml-3 min-w-24 flex-1">
          <OutcomeBar counts={run.counts} total={run.total} />
        </span>
      </div>
      <SharedSetUps run={run.id} setUps={setUps} />
    </header>
  );
}

const LINE_HEIGHT = 44;

function CaseList({ run, outcome, open }: { run: number; outcome: OutcomeWord | ''; open: number | null }) {
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
    <div className="flex w-[300px] flex-none flex-col border-r border-hair-strong">
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
    </div>
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
