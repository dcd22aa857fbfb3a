import { Link } from 'wouter';
import type { RunCaseView } from '@/api/types';
import { caseOfRunPlace } from '@/app/places';
import { ellipsis } from '@/parts/ellipsis';
import { Outcome } from '@/parts/Outcome';

/** A case of a run in one line that leads to it; `right` is what stands at its end. */
export const CaseLink = ({
  run,
  one,
  open = false,
  right,
}: {
  run: number;
  one: RunCaseView;
  open?: boolean;
  right?: string;
}) => (
  <Link
    to={caseOfRunPlace(run, one.number)}
    aria-current={open ? 'page' : undefined}
    className="-mx-1 flex h-[26px] items-center gap-2 rounded-chip px-1 text-base text-ink hover:bg-sunk aria-[current]:bg-select aria-[current]:font-medium"
  >
    <Outcome of={one.outcome} />
    <span ref={ellipsis} className="flex-1" title={`${one.name} · ${one.suite}`}>
      {one.name}
    </span>
    {right && <span className="text-[12px] text-ink-3">{right}</span>}
  </Link>
);
