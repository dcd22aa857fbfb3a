import { useEffect, useState } from 'react';
import { Link, useLocation } from 'wouter';
import { useCaseOfRun, useRun, useRuns } from '@/api/queries';
import type { RunView } from '@/api/types';
import { useCrumbs } from '@/app/crumbs';
import { CASES, RUNS, runPlace } from '@/app/places';
import { Columns } from '@/parts/Columns';
import { ellipsis } from '@/parts/ellipsis';
import { Filter } from '@/parts/Filter';
import { isFound } from '@/parts/isFound';
import { OutcomeBar } from '@/parts/OutcomeBar';
import { clockTime, span } from '@/parts/times';
import { Wrong } from '@/parts/Wrong';
import { RunDone } from './RunDone';
import { RunLive } from './RunLive';

/** The history of runs, and one of them: while it goes, or what came of it. */
export function RunsStation({ run, number }: { run: number | null; number: number | null }) {
  const history = useRuns();
  const runs = history.data;
  const { data: detail, error, refetch } = useRun(run);
  const [, go] = useLocation();
  const newest = runs?.[0]?.id;
  useEffect(() => {
    if (run === null && newest !== undefined) go(runPlace(newest), { replace: true });
  }, [run, newest, go]);
  const caseName = useCaseOfRun(run, number).data?.testCase.name;
  useCrumbs([
    { word: 'Runs', to: RUNS },
    ...(run === null ? [] : [{ word: `Run ${run}`, to: runPlace(run) }]),
    ...(caseName ? [{ word: caseName }] : []),
  ]);
  const going = detail?.run.state === 'going';
  return (
    <Columns
      key={number === null ? 'runs' : 'findings'}
      station={number === null ? 'runs' : 'findings'}
      contents={{ name: 'Runs', content: <History runs={runs ?? []} open={run} />, foldedAtFirst: number !== null }}
      lens={null}
    >
      <Wrong what="The list of runs" error={history.error} again={history.refetch} />
      <Wrong what={`Run ${run}`} error={error} again={refetch} />
      {runs?.length === 0 && (
        <p className="m-auto max-w-96 text-center text-ink-2">
          Nothing has run yet. A run is started from a suite or a case under{' '}
          <Link to={CASES} className="font-medium text-accent hover:underline">
            Cases
          </Link>
          , or for a selection under{' '}
          <Link to="/plan" className="font-medium text-accent hover:underline">
            Plan
          </Link>
          .
        </p>
      )}
      {detail && going && number === null && <RunLive key={detail.run.id} run={detail.run} />}
      {detail && !(going && number === null) && <RunDone key={detail.run.id} detail={detail} number={number} />}
    </Columns>
  );
}

function History({ runs, open }: { runs: RunView[]; open: number | null }) {
  const [filter, setFilter] = useState('');
  const shown = runs.filter((run) =>
    isFound(filter, [`${run.id} ${run.title}`, run.environment, run.browser, run.state]),
  );
  return (
    <>
      <div className="flex flex-none border-b border-hair px-2.5 py-2">
        <Filter value={filter} onChange={setFilter} label="Filter runs" />
      </div>
      <nav aria-label="Runs" className="min-h-0 flex-1 overflow-y-auto">
        {shown.length === 0 && filter !== '' && <p className="px-3 py-2 text-ink-2">Nothing found.</p>}
        {shown.map((run) => {
          const notPassed = run.total - (run.counts.passed ?? 0);
          return (
            <Link
              key={run.id}
              to={runPlace(run.id)}
              aria-current={run.id === open ? 'page' : undefined}
              className="block border-b border-hair px-3 pt-1.5 pb-2 hover:bg-sunk aria-[current]:bg-select aria-[current]:shadow-[inset_2px_0_var(--select-edge)]"
            >
              <span className="flex justify-between gap-2">
                <span ref={ellipsis}>
                  <b className="font-semibold">{run.id}</b> {run.title}
                </span>
                <span className={`text-[12px] ${run.state === 'going' ? 'text-running' : 'text-ink-2'}`}>
                  {run.state === 'finished' ? span(run.started, run.finished) : run.state}
                </span>
              </span>
              <span className="flex justify-between pb-1.5 text-[12px] text-ink-2">
                <span title={new Date(run.started).toLocaleString()}>{clockTime(run.started)}</span>
                <span>{run.state !== 'going' && notPassed > 0 ? `${notPassed} did not pass` : ''}</span>
              </span>
              <OutcomeBar counts={run.counts} total={run.total} thin />
            </Link>
          );
        })}
      </nav>
    </>
  );
}
