import { Link } from 'wouter';
import type { DataSetView, DataStage } from '@/api/types';
import { dataSetPlace } from '@/app/places';
import { ellipsis } from '@/parts/ellipsis';

/** What the first step is called, by its property. */
const SOURCE_WORDS: Record<string, string> = {
  from: 'read',
  query: 'asked',
  rows: 'typed here',
  combine: 'combined',
  'limits of': 'limits',
};

/** What happens to the rows: the source, each step that shapes them, and how many there are after each. */
export function DataLine({ set }: { set: DataSetView }) {
  return (
    <ol
      aria-label="What happens to the rows"
      className="mx-4 mt-2 flex flex-none items-start gap-0 overflow-x-auto border-y border-hair-strong py-2.5"
    >
      {set.parts.length > 0 && (
        <li className="flex flex-none items-center">
          <Sources set={set} />
          <Rule />
        </li>
      )}
      {set.stages.map((stage, index) => (
        <li key={stage.word} className="flex min-w-0 flex-none items-center">
          <Stage stage={stage} before={set.stages[index - 1]} last={index === set.stages.length - 1} />
          {index < set.stages.length - 1 && <Rule />}
        </li>
      ))}
    </ol>
  );
}

const Rule = () => <span aria-hidden className="mx-3 mt-3 w-8 flex-none border-t border-hair-strong" />;

/** The sets that are combined, each with a bar as long as it has rows. */
function Sources({ set: { parts } }: { set: DataSetView }) {
  const most = Math.max(1, ...parts.map((part) => part.rows ?? 0));
  return (
    <table aria-label="Sources" className="border-collapse">
      <tbody>
        {parts.map((part) => (
          <tr key={part.name} className="h-5">
            <th scope="row" ref={ellipsis} className="max-w-40 pr-3 text-left font-normal">
              <Link to={dataSetPlace(part.name)} className="text-accent hover:underline">
                {part.name}
              </Link>
            </th>
            <td className="w-14">
              <span
                aria-hidden
                className="block h-1.5 bg-[var(--origin-column)] opacity-60"
                style={{ width: `${Math.max(4, ((part.rows ?? 0) / most) * 100)}%` }}
              />
            </td>
            <td className="pl-2 text-right font-medium tabular-nums">{part.rows?.toLocaleString('en') ?? '?'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Stage({ stage, before, last }: { stage: DataStage; before: DataStage | undefined; last: boolean }) {
  const left = before?.rows !== undefined && stage.rows !== undefined ? before.rows - stage.rows : 0;
  return (
    <div className="max-w-72 min-w-24">
      <p ref={ellipsis} className="font-semibold">
        {before ? stage.word : (SOURCE_WORDS[stage.word] ?? stage.word)}
      </p>
      <p ref={ellipsis} className="font-mono text-value text-ink-2" title={stage.said}>
        {stage.said || ' '}
      </p>
      <p className="whitespace-nowrap">
        <b className={`text-figure font-semibold tabular-nums ${last ? 'text-accent' : ''}`}>
          {stage.rows?.toLocaleString('en') ?? 'many'}
        </b>{' '}
        <span className="text-small text-ink-3">
          {left > 0 ? `${left.toLocaleString('en')} left out` : stage.rows === 1 ? 'row' : 'rows'}
        </span>
      </p>
    </div>
  );
}
