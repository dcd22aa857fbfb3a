import { Square } from 'lucide-react';
import { Link } from 'wouter';
import { stopRun, useRunCounts, useRuns } from '@/api/queries';
import type { RunView } from '@/api/types';
import { runPlace } from '@/app/places';
import { useAttempt } from '@/parts/attempt';
import { ellipsis } from '@/parts/ellipsis';
import { Outcome } from '@/parts/Outcome';
import { OutcomeBar } from '@/parts/OutcomeBar';

/** The run that goes, wherever one works meanwhile: how far it is, how it goes, and its end on wish. */
export function GoingRun() {
  const { data: runs } = useRuns();
  const going = runs?.find((run) => run.state === 'going');
  return going ? <Going key={going.id} run={going} /> : null;
}

function Going({ run }: { run: RunView }) {
  const { data: counted } = useRunCounts(run.id, true);
  const { attempt, wrong } = useAttempt();
  const { counts, total } = counted?.run ?? run;
  const done = Object.values(counts).reduce((sum, count) => sum + count, 0);
  return (
    <span className="flex items-center gap-2">
      <Outcome of="running" />
      <Link to={runPlace(run.id)} className="font-medium hover:underline">
        Run {run.id}
      </Link>
      <span className="w-14 flex-none">
        <OutcomeBar counts={counts} total={total} />
      </span>
      <span className="text-ink-2">
        {done.toLocaleString('en')} of {total.toLocaleString('en')}
      </span>
      <button
        type="button"
        aria-label={`Stop run ${run.id}`}
        title="Stop the run"
        onClick={() => attempt(() => stopRun(run.id))}
        className="grid size-5 place-items-center rounded-chip hover:bg-sunk"
      >
        <Square size={12} aria-hidden />
      </button>
      {wrong && (
        <span role="alert" ref={ellipsis} title={wrong} className="max-w-56 text-failed">
          {wrong}
        </span>
      )}
    </span>
  );
}
