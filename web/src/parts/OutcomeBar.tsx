import type { Outcome } from '@/api/types';
import { OUTCOMES, outcomeColour, outcomeWord } from '@/parts/Outcome';

/** How many cases ended in which way, as one strip. */
export function OutcomeBar({
  counts,
  total,
  running = 0,
  thin = false,
}: {
  counts: { [of in Outcome]?: number };
  total: number;
  running?: number;
  thin?: boolean;
}) {
  const parts = OUTCOMES.filter((outcome) => (counts[outcome] ?? 0) > 0 && outcome !== 'not-run');
  const words = parts.map((outcome) => `${counts[outcome]} ${outcomeWord(outcome)}`).join(', ');
  return (
    <span
      role="img"
      aria-label={`${words || 'none'} of ${total}`}
      className={`flex w-full items-end bg-hair ${thin ? 'h-1' : 'h-1.5'}`}
    >
      {parts.map((outcome) => (
        <span
          key={outcome}
          className={`${outcomeColour(outcome)} bg-current ${outcome === 'passed' ? 'h-full' : thin ? 'h-[7px]' : 'h-2.5'}`}
          style={{ width: `${(100 * (counts[outcome] ?? 0)) / Math.max(1, total)}%` }}
        />
      ))}
      <span className="h-full bg-running" style={{ width: `${(100 * running) / Math.max(1, total)}%` }} />
    </span>
  );
}
