import { Play } from 'lucide-react';
import { Tabs } from 'radix-ui';
import { type ReactNode, useState } from 'react';
import { useFindings, useStartRun } from '@/api/queries';
import type { Outcome as OutcomeWord, RunDetailView, RunView } from '@/api/types';
import { Button } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { ErrorLine } from '@/parts/ErrorLine';
import { ellipsis } from '@/parts/ellipsis';
import { OUTCOMES, Outcome, outcomeWord } from '@/parts/Outcome';
import { OutcomeBar } from '@/parts/OutcomeBar';
import { clockTime, span } from '@/parts/times';
import { CaseList } from './CaseList';
import { CaseOfRun } from './CaseOfRun';
import { FindingList } from './FindingList';
import { LeftFixtures, SharedSetUps } from './SetUpUse';
import { SinceRun } from './SinceRun';

/** A run that is over: how many, what was found, which, and for one of them why. */
export function RunDone({ detail, number }: { detail: RunDetailView; number: number | null }) {
  const { run } = detail;
  const [outcome, setOutcome] = useState<OutcomeWord | ''>('');
  return (
    <>
      <RunHead detail={detail} outcome={outcome} onOutcome={setOutcome} />
      <div className="flex min-h-0 flex-1 border-t border-hair-strong">
        <div className="flex w-[360px] flex-none flex-col border-r border-hair-strong">
          <FoundAndAll run={run} outcome={outcome} showAll={() => setOutcome('')} open={number} />
          <SinceRun run={run.id} />
        </div>
        {number !== null && <CaseOfRun run={run.id} number={number} />}
      </div>
    </>
  );
}

const NOT_PASSED = ['failed', 'error', 'blocked'] as const;

/** The failures by cause, where there are any, and all cases, or those of one outcome. */
function FoundAndAll({
  run,
  outcome,
  showAll,
  open,
}: {
  run: RunView;
  outcome: OutcomeWord | '';
  showAll: () => void;
  open: number | null;
}) {
  const found = NOT_PASSED.some((word) => (run.counts[word] ?? 0) > 0);
  const [chosen, setChosen] = useState('findings');
  const { data } = useFindings(run.id, found);
  const all = <CaseList key={outcome} run={run.id} outcome={outcome} open={open} />;
  if (!found) return all;
  return (
    <Tabs.Root
      value={outcome === '' ? chosen : 'cases'}
      onValueChange={(next) => {
        setChosen(next);
        showAll();
      }}
      className="flex min-h-0 flex-1 flex-col"
    >
      <Tabs.List aria-label="What is shown of the run" className="flex flex-none gap-4 border-b border-hair px-3">
        <Tab value="findings">{data ? counted(data.findings.length, 'finding') : 'Findings'}</Tab>
        <Tab value="cases">All {counted(run.total, 'case')}</Tab>
      </Tabs.List>
      <Tabs.Content value="findings" className="min-h-0 flex-1 overflow-y-auto">
        <FindingList run={run.id} open={open} />
      </Tabs.Content>
      <Tabs.Content value="cases" className="flex min-h-0 flex-1 flex-col">
        {all}
      </Tabs.Content>
    </Tabs.Root>
  );
}

const Tab = ({ value, children }: { value: string; children: ReactNode }) => (
  <Tabs.Trigger
    value={value}
    className="h-9 text-ink-2 hover:text-ink data-[state=active]:font-semibold data-[state=active]:text-accent data-[state=active]:shadow-[inset_0_-2px_var(--select-edge)]"
  >
    {children}
  </Tabs.Trigger>
);

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
