import { Link } from 'wouter';
import { useComparison } from '@/api/queries';
import type { ComparedView, ComparisonView } from '@/api/types';
import { runPlace } from '@/app/places';
import { formatDuration } from '@/parts/times';
import { Wrong } from '@/parts/Wrong';
import { CaseLink } from './CaseLink';

/** What became of a run's cases since the last run that had them. */
export function SinceRun({ run }: { run: number }) {
  const { data, error, refetch } = useComparison(run);
  if (!data) return <Wrong what="What changed since the run before" error={error} again={refetch} />;
  if (data.with === undefined) return null;
  const said = `Since run ${data.with}: ${words(data) || 'nothing changed'}`;
  const earlier = (
    <Link to={runPlace(data.with)} className="font-medium text-accent hover:underline">
      Open run {data.with}
    </Link>
  );
  const changed = [data.broken, data.fixed, data.slower].some(({ count }) => count > 0);
  if (!changed) {
    return (
      <p className="flex flex-none justify-between gap-3 border-t border-hair px-3 py-1.5 text-small text-ink-2">
        {said} {earlier}
      </p>
    );
  }
  return (
    <details className="max-h-[40%] flex-none overflow-y-auto border-t border-hair px-3 py-1.5 text-small text-ink-2">
      <summary className="cursor-pointer">{said}</summary>
      <Compared title="No longer passed" run={run} of={data.broken} />
      <Compared title="Passed again" run={run} of={data.fixed} />
      <Compared title="Slower" run={run} of={data.slower} times />
      <p className="mt-1.5">{earlier}</p>
    </details>
  );
}

function words({ broken, fixed, slower, added, gone }: ComparisonView) {
  const parts: [number, string][] = [
    [broken.count, 'no longer passed'],
    [fixed.count, 'passed again'],
    [slower.count, 'slower'],
    [added, 'new'],
    [gone, 'not in it'],
  ];
  return parts.flatMap(([count, what]) => (count > 0 ? [`${count.toLocaleString('en')} ${what}`] : [])).join(', ');
}

function Compared({
  title,
  run,
  of,
  times = false,
}: {
  title: string;
  run: number;
  of: ComparedView;
  times?: boolean;
}) {
  if (of.count === 0) return null;
  return (
    <section aria-label={title} className="mt-1.5">
      <h2 className="font-semibold text-ink-3">{title}</h2>
      <ul>
        {of.cases.map((one) => (
          <li key={one.number}>
            <CaseLink run={run} one={one} right={times ? formatDuration(one.millis) : undefined} />
          </li>
        ))}
      </ul>
      {of.count > of.cases.length && <p>and {(of.count - of.cases.length).toLocaleString('en')} more</p>}
    </section>
  );
}
