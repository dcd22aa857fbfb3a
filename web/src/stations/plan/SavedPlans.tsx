import { useState } from 'react';
import { Link } from 'wouter';
import type { SavedPlanView } from '@/api/types';
import { PLAN, planPlace } from '@/app/places';
import { ellipsis } from '@/parts/ellipsis';
import { Filter } from '@/parts/Filter';
import { isFound } from '@/parts/isFound';
import { NewBlock } from '@/stations/documents/NewBlock';
import { planInWords } from './planSelection';

/** The plans that the project keeps, each with how many cases it has. */
export function SavedPlans({
  plans,
  open,
  made,
}: {
  plans: readonly SavedPlanView[];
  open: string | null;
  made: (name: string) => void;
}) {
  const [filter, setFilter] = useState('');
  const shown = plans.filter((plan) => isFound(filter, [plan.name]));
  const line =
    'flex items-start gap-2 border-b border-hair px-3 py-1.5 hover:bg-sunk aria-[current]:bg-select aria-[current]:shadow-[inset_2px_0_var(--select-edge)]';
  return (
    <>
      <div className="flex flex-none gap-1.5 border-b border-hair px-2.5 py-1.5">
        <Filter value={filter} onChange={setFilter} label="Filter saved plans" />
        <NewBlock kinds={['plan']} station={PLAN} usualPath="plans.elmt" made={made} />
      </div>
      <nav aria-label="Saved plans" className="min-h-0 flex-1 overflow-y-auto">
        <Link to={PLAN} aria-current={open === null ? 'page' : undefined} className={line}>
          <span className="min-w-0 flex-1">
            <span className={open === null ? 'block font-semibold' : 'block'}>Not saved</span>
            <span className="block text-small text-ink-3">chosen for one run</span>
          </span>
        </Link>
        {shown.map((plan) => (
          <Link
            key={plan.name}
            to={planPlace(plan.name)}
            aria-current={plan.name === open ? 'page' : undefined}
            className={line}
          >
            <span className="min-w-0 flex-1">
              <span ref={ellipsis} className={`block ${plan.name === open ? 'font-semibold' : ''}`}>
                {plan.name}
              </span>
              <span
                ref={ellipsis}
                className={`block text-small ${plan.fault ? 'text-error' : 'text-ink-3'}`}
                title={plan.fault ?? planInWords(plan)}
              >
                {plan.fault ?? planInWords(plan)}
              </span>
            </span>
            <span className="text-[12px] text-ink-3">{plan.count?.toLocaleString('en')}</span>
          </Link>
        ))}
      </nav>
    </>
  );
}
