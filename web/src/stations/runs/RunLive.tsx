import { Pause, Play, Square } from 'lucide-react';
import { useEffect, useState } from 'react';
import { hasMany, type LiveCase, type LiveRun, useLiveRun } from '@/api/live';
import { pauseRun, stopRun, useRunCounts } from '@/api/queries';
import type { Outcome as OutcomeWord, RunView, SuiteCountsView } from '@/api/types';
import { reasonOf } from '@/parts/attempt';
import { Button } from '@/parts/Button';
import { ErrorLine } from '@/parts/ErrorLine';
import { ellipsis } from '@/parts/ellipsis';
import { OUTCOMES, Outcome, outcomeColour, outcomeWord } from '@/parts/Outcome';
import { OutcomeBar } from '@/parts/OutcomeBar';
import { clockTime, formatDuration } from '@/parts/times';
import { LivePicture } from './LivePicture';

/** A first stop still tears down what was set up, for ten seconds; a second one ends everything at once. */
const STOP_WORDS = ['Stop', 'Stop now', 'Stopping'];

/** A run while it goes: its workers, every case as a mark, and outcomes as they come. */
export function RunLive({ run }: { run: RunView }) {
  const live = useLiveRun(run.id, true, run.total);
  const now = useNow();
  const many = hasMany(run.total);
  const { data: counted } = useRunCounts(run.id, many);
  const counts = many ? (counted?.run.counts ?? {}) : countsOf(live.cases);
  const done = Object.values(counts).reduce((sum, count) => sum + count, 0);
  const running = live.lanes.filter((lane) => lane.number !== null).length;
  const total = Math.max(run.total, live.total);
  const [stops, setStops] = useState(0);
  const [wrong, setWrong] = useState('');
  const stop = async () => {
    setStops(stops + 1);
    setWrong('');
    try {
      await stopRun(run.id);
    } catch (refused) {
      setStops(stops);
      setWrong(`The run could not be stopped: ${reasonOf(refused)}`);
    }
  };
  const pause = async (wait: boolean) => {
    setWrong('');
    try {
      await pauseRun(run.id, wait);
    } catch (refused) {
      setWrong(`The run could not be paused: ${reasonOf(refused)}`);
    }
  };
  return (
    <div className="flex min-h-0 flex-1">
      <div className="flex min-w-0 flex-1 flex-col overflow-y-auto">
        <header className="flex-none border-b border-hair-strong px-4 pt-2.5 pb-3">
          <div className="flex h-7 items-center gap-2.5">
            <h1 className="text-title leading-[26px] font-semibold">Run {run.id}</h1>
            <p ref={ellipsis} className="flex-1 self-end pb-0.5 text-ink-2">
              {run.title}, {clockTime(run.started)}, {run.browser || 'usual browser'}, seed {run.seed}
            </p>
            {stops > 0 && <p className="text-ink-2">Tearing down what was set up</p>}
            {stops === 0 && run.paused && (
              <p role="status" className="text-ink-2">
                Paused; steps that were going end first
              </p>
            )}
            {stops === 0 && (
              <Button onClick={() => pause(!run.paused)}>
                {run.paused ? <Play size={12} aria-hidden /> : <Pause size={12} aria-hidden />}
                {run.paused ? 'Continue' : 'Pause'}
              </Button>
            )}
            <Button disabled={stops > 1} onClick={stop}>
              <Square size={12} aria-hidden />
              {STOP_WORDS[stops]}
            </Button>
          </div>
          <ErrorLine text={wrong} />
          <div className="flex h-11 items-center gap-5">
            {OUTCOMES.filter((word) => word === 'passed' || word === 'failed' || counts[word]).map((word) => (
              <Count key={word} of={word} count={counts[word] ?? 0} word={outcomeWord(word)} />
            ))}
            <Count of="running" count={running} word="running" />
            <Count of="not-run" count={Math.max(0, total - done - running)} word="to come" />
            <span className="flex-1" />
            <TimeLeft began={Date.parse(run.started)} total={total} done={done} now={now} />
          </div>
          <OutcomeBar counts={counts} total={total || 1} running={running} />
        </header>
        <Lanes run={run.id} live={live} now={now} />
        {many ? (
          <Suites suites={counted?.suites ?? []} total={total} done={done} />
        ) : (
          <Board live={live} total={total} done={done} />
        )}
      </div>
      <AsTheyCome live={live} />
    </div>
  );
}

function countsOf(cases: LiveCase[]): { [of in OutcomeWord]?: number } {
  const counts: { [of in OutcomeWord]?: number } = {};
  for (const one of cases) if (one.outcome) counts[one.outcome] = (counts[one.outcome] ?? 0) + 1;
  return counts;
}

function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const beat = setInterval(() => setNow(Date.now()), 200);
    return () => clearInterval(beat);
  }, []);
  return now;
}

function Count({ of, count, word }: { of: OutcomeWord | 'running'; count: number; word: string }) {
  return (
    <span className="flex items-center gap-2">
      <Outcome of={of} size={20} />
      <b className="text-figure font-semibold">{count.toLocaleString('en')}</b>
      <span className="text-ink-2">{word}</span>
    </span>
  );
}

/** From how long the cases that are done took; nothing is said before some are. */
function TimeLeft({ began, total, done, now }: { began: number; total: number; done: number; now: number }) {
  const elapsed = Math.max(0, now - began);
  const left = done >= 3 ? (elapsed / done) * (total - done) : null;
  return (
    <span className="text-right">
      {left !== null && <b className="block font-semibold">{formatDuration(left)} left</b>}
      <span className="text-ink-3">{formatDuration(elapsed)} elapsed</span>
    </span>
  );
}

function Lanes({ run, live, now }: { run: number; live: LiveRun; now: number }) {
  const byNumber = new Map(live.cases.map((one) => [one.planned.number, one]));
  return (
    <section aria-label="Workers">
      {live.lanes.map((lane) => {
        const current = lane.number === null ? undefined : byNumber.get(lane.number);
        return (
          <div key={lane.worker} className="flex min-h-[84px] border-b border-hair px-4 py-2.5">
            <div className="w-16 flex-none text-small text-ink-3">
              worker
              <b className="block text-title font-semibold text-ink">{lane.worker}</b>
            </div>
            <div className="min-w-0 flex-1">
              {lane.number !== null ? (
                <>
                  <p ref={ellipsis} className="text-case font-semibold">
                    {current?.planned.name ?? `case ${lane.number.toLocaleString('en')}`}
                  </p>
                  <p ref={ellipsis} className="text-[12px] text-ink-3">
                    {current?.planned.suite}
                  </p>
                  <p className="mt-1 flex items-center gap-2">
                    <Outcome of="running" />
                    <span ref={ellipsis} className="flex-1">
                      {lane.steps.join(' › ') || 'opening the browser'}
                    </span>
                    <span className="text-ink-2">{formatDuration(Math.max(0, now - lane.began))}</span>
                  </p>
                </>
              ) : (
                <p className="pt-2 text-ink-3">{live.over ? 'done' : 'waiting'}</p>
              )}
            </div>
            <div className="ml-4 h-[68px] w-[109px] flex-none">
              {!live.over && (
                <LivePicture run={run} worker={lane.worker} number={lane.number} name={current?.planned.name ?? ''} />
              )}
            </div>
            <div className="ml-4 w-[190px] flex-none border-l border-hair pl-4">
              <p className="pb-1 text-small text-ink-3">{lane.doneCount.toLocaleString('en')} done</p>
              <div className="flex flex-wrap gap-[3px]">
                {lane.done.map(({ number, outcome }) => (
                  <Outcome key={number} of={outcome} size={12} />
                ))}
              </div>
            </div>
          </div>
        );
      })}
    </section>
  );
}

/** The suites of a run that has too many cases for a mark each. */
function Suites({ suites, total, done }: { suites: SuiteCountsView[]; total: number; done: number }) {
  return (
    <section aria-label="All executable cases" className="px-4 py-3">
      <h2 className="flex justify-between pb-2 font-semibold">
        All {total.toLocaleString('en')}
        <span className="text-small font-normal text-ink-3">{done.toLocaleString('en')} done</span>
      </h2>
      {suites.map(({ suite, total: planned, counts }) => (
        <div key={suite} className="flex items-center gap-3 pb-1">
          <span ref={ellipsis} className="w-40 flex-none">
            {suite}
          </span>
          <span className="w-36 flex-none text-right text-ink-2">
            {Object.values(counts)
              .reduce((sum, count) => sum + count, 0)
              .toLocaleString('en')}{' '}
            of {planned.toLocaleString('en')} planned
          </span>
          <span className="flex-1">
            <OutcomeBar counts={counts} total={planned || 1} />
          </span>
        </div>
      ))}
    </section>
  );
}

function Board({ live, total, done }: { live: LiveRun; total: number; done: number }) {
  const suites = [...new Set(live.cases.map((one) => one.planned.suite))];
  return (
    <section aria-label="All executable cases" className="px-4 py-3">
      <h2 className="flex justify-between pb-2 font-semibold">
        All {total}
        <span className="text-small font-normal text-ink-3">{done} done</span>
      </h2>
      {suites.map((suite) => {
        const cases = live.cases.filter((one) => one.planned.suite === suite);
        return (
          <div key={suite} className="flex gap-3 pb-1">
            <span ref={ellipsis} className="w-40 flex-none">
              {suite}
            </span>
            <span className="w-12 flex-none text-right text-ink-2">
              {cases.filter((one) => one.outcome !== undefined).length}/{cases.length}
            </span>
            <span className="flex flex-1 flex-wrap gap-[3px] pt-0.5">
              {cases.map((one) => (
                <span key={one.planned.number} title={one.planned.name}>
                  <Outcome of={one.running ? 'running' : one.outcome} size={12} />
                </span>
              ))}
            </span>
          </div>
        );
      })}
    </section>
  );
}

function AsTheyCome({ live }: { live: LiveRun }) {
  const ended = live.cases.filter((one) => one.outcome !== undefined).sort((a, b) => b.ended - a.ended);
  return (
    <aside
      aria-label="As they come"
      className="flex w-[252px] flex-none flex-col border-l border-hair-strong bg-ground"
    >
      <h2 className="flex h-9 flex-none items-center border-b border-hair px-3.5 font-semibold">As they come</h2>
      <ol aria-live="polite" className="min-h-0 flex-1 overflow-y-auto">
        {ended.map((one) => (
          <Ended key={one.planned.number} one={one} />
        ))}
      </ol>
    </aside>
  );
}

function Ended({ one }: { one: LiveCase }) {
  const passed = one.outcome === 'passed';
  return (
    <li className={`flex gap-2 px-3.5 py-1 ${passed ? '' : 'border-y border-hair bg-surface'}`}>
      <span className="text-[12px] text-ink-3">
        {new Date(one.ended).toLocaleTimeString(undefined, { hourCycle: 'h23' })}
      </span>
      <span className="pt-0.5">
        <Outcome of={one.outcome} size={12} />
      </span>
      <span className="min-w-0 flex-1">
        <span ref={ellipsis} className="block" title={one.planned.name}>
          {one.planned.name}
        </span>
        {one.message && <span className={`block text-[12px] ${outcomeColour(one.outcome)}`}>{one.message}</span>}
      </span>
    </li>
  );
}
