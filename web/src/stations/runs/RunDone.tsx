import { Play } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Link, useLocation } from 'wouter';
import { useStartRun } from '@/api/queries';
import type { Outcome as OutcomeWord, RunCaseView, RunDetailView, RunView } from '@/api/types';
import { caseOfRunPlace } from '@/app/places';
import { Button } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { Filter } from '@/parts/Filter';
import { OUTCOMES, Outcome, outcomeWord } from '@/parts/Outcome';
import { CaseOfRun } from './CaseOfRun';
import { OutcomeBar } from './OutcomeBar';
import { clockTime, formatDuration, span } from './times';

/** A run that is over: how many, which, and for one of them why. */
export function RunDone({ detail, number }: { detail: RunDetailView; number: number | null }) {
  const { run, cases } = detail;
  const [, go] = useLocation();
  const firstBad = cases.find((one) => one.outcome === 'failed' || one.outcome === 'error') ?? cases[0];
  useEffect(() => {
    if (number === null && firstBad) go(caseOfRunPlace(run.id, firstBad.number), { replace: true });
  }, [number, firstBad, run.id, go]);
  return (
    <>
      <RunHead run={run} cases={cases} />
      <div className="flex min-h-0 flex-1 border-t border-hair-strong">
        <CaseList run={run} cases={cases} open={number} />
        {number !== null && <CaseOfRun run={run.id} number={number} />}
      </div>
    </>
  );
}

function RunHead({ run, cases }: { run: RunView; cases: RunCaseView[] }) {
  const start = useStartRun();
  const [wrong, setWrong] = useState<string | null>(null);
  const bad = cases.filter((one) => one.outcome !== 'passed');
  const again = bad.length > 0 && bad.length < cases.length ? bad : cases;
  const notRun = cases.filter((one) => one.outcome === undefined).length;
  const counts = { ...run.counts, 'not-run': (run.counts['not-run'] ?? 0) + notRun };
  return (
    <header className="flex-none px-4 pt-2.5 pb-3">
      <div className="flex h-7 items-center gap-2.5">
        <h1 className="text-title leading-[26px] font-semibold">Run {run.id}</h1>
        <p className="flex-1 truncate self-end pb-0.5 text-ink-2">
          {[run.title, clockTime(run.started), span(run.started, run.finished), run.browser, `seed ${run.seed}`]
            .filter(Boolean)
            .join(', ')}
        </p>
        <Button
          kind="main"
          onClick={async () =>
            setWrong(
              await start({
                title: bad.length > 0 ? `what did not pass in run ${run.id}` : run.title,
                identities: again.map((one) => one.identity),
              }),
            )
          }
        >
          <Play size={13} aria-hidden />
          Run {counted(again.length, 'case')} again
        </Button>
      </div>
      {wrong && (
        <p role="alert" className="pt-1 text-failed">
          {wrong}
        </p>
      )}
      {(run.state === 'interrupted' || run.state === 'stopped') && (
        <p role="status" className="mt-1.5 bg-error-wash px-3 py-1.5">
          {run.state === 'interrupted'
            ? 'This run was interrupted: the server ended while it was going. What had finished by then is here.'
            : 'This run was stopped. What had finished by then is here.'}
        </p>
      )}
      <div className="mt-2 flex items-center gap-5">
        {OUTCOMES.filter((word) => word === 'passed' || (counts[word] ?? 0) > 0).map((word) => (
          <span key={word} className="flex items-center gap-1.5">
            <Outcome of={word} />
            <b className="text-case font-semibold">{counts[word] ?? 0}</b>
            <span className="text-ink-2">{outcomeWord(word)}</span>
          </span>
        ))}
        <span className="min-w-24 flex-1">
          <OutcomeBar counts={run.counts} total={run.total} />
        </span>
      </div>
    </header>
  );
}

const RANK: OutcomeWord[] = ['failed', 'error', 'blocked', 'not-run', 'skipped', 'passed'];
const rank = (one: RunCaseView) => RANK.indexOf(one.outcome ?? 'not-run');

function CaseList({ run, cases, open }: { run: RunView; cases: RunCaseView[]; open: number | null }) {
  const [filter, setFilter] = useState('');
  const wanted = filter.toLowerCase();
  const shown = cases
    .filter((one) =>
      `${one.suite} ${one.name} ${outcomeWord(one.outcome)} ${one.tags.join(' ')}`.toLowerCase().includes(wanted),
    )
    .sort((a, b) => rank(a) - rank(b) || a.number - b.number);
  return (
    <div className="flex w-[300px] flex-none flex-col border-r border-hair-strong">
      <div className="flex border-b border-hair px-2.5 py-2">
        <Filter value={filter} onChange={setFilter} label="Filter cases of the run" />
      </div>
      <nav aria-label="Cases of the run" className="min-h-0 flex-1 overflow-y-auto py-1">
        {shown.map((one) => (
          <Link
            key={one.number}
            to={caseOfRunPlace(run.id, one.number)}
            aria-current={one.number === open ? 'page' : undefined}
            className="flex gap-2 px-3 py-1 hover:bg-sunk aria-[current]:bg-select aria-[current]:shadow-[inset_2px_0_var(--select-edge)]"
          >
            <span className="pt-0.5">
              <Outcome of={one.outcome} />
            </span>
            <span className="min-w-0 flex-1">
              <span className="block truncate" title={one.name}>
                {one.name}
              </span>
              <span className="block truncate text-small text-ink-3">{one.failure?.message ?? one.suite}</span>
            </span>
            <span className="text-[12px] text-ink-3">{one.outcome && formatDuration(one.millis)}</span>
          </Link>
        ))}
        {shown.length === 0 && <p className="px-3 py-2 text-ink-2">No case fits the filter.</p>}
      </nav>
    </div>
  );
}
