import { ChevronDown, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'wouter';
import type { CasePlanView, ExecutableView, PlanView } from '@/api/types';
import { documentPlace } from '@/app/places';
import { counted } from '@/parts/counted';
import { Outcome } from '@/parts/Outcome';
import { TextPieces } from '@/parts/TextPieces';

/** The cases of a plan with their executable cases. */
export function PlanTable({
  plan,
  only,
  filter,
  chosen,
  onChoose,
}: {
  plan: PlanView;
  only: 'all' | 'in';
  filter: string;
  chosen: ExecutableView | null;
  onChoose: (of: CasePlanView, executable: ExecutableView) => void;
}) {
  const [folded, setFolded] = useState<ReadonlySet<string>>(new Set());
  const wanted = filter.toLowerCase();
  const suites = [...new Set(plan.cases.map((one) => one.suite))];
  const toggle = (key: string) => {
    const next = new Set(folded);
    if (!next.delete(key)) next.add(key);
    setFolded(next);
  };
  const shown = (one: CasePlanView) =>
    (only === 'all' || one.count > 0) &&
    (wanted === '' ||
      `${one.suite} ${one.name}`.toLowerCase().includes(wanted) ||
      one.executables.some((e) => e.name.toLowerCase().includes(wanted)));
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-10">
      <table className="w-full table-fixed border-collapse">
        <thead className="sticky top-0 z-10 bg-surface text-caption text-ink-3">
          <tr className="h-[26px] border-b-[1.5px] border-rule text-left">
            <th className="pl-6 font-normal">executable case</th>
            <th className="w-64 font-normal">why in or out</th>
            <th className="w-14 pr-2 text-right font-normal">in</th>
          </tr>
        </thead>
        {suites.map((suite) => {
          const cases = plan.cases.filter((one) => one.suite === suite && shown(one));
          if (cases.length === 0) return null;
          const open = !folded.has(suite);
          const count = cases.reduce((sum, one) => sum + one.count, 0);
          const Chevron = open ? ChevronDown : ChevronRight;
          return (
            <tbody key={suite}>
              <tr className="h-7 border-b border-hair bg-ground">
                <td className="font-semibold">
                  <button
                    type="button"
                    aria-expanded={open}
                    onClick={() => toggle(suite)}
                    className="flex w-full items-center gap-1.5 pl-1"
                  >
                    <Chevron size={12} className="text-ink-3" aria-hidden />
                    {suite}
                  </button>
                </td>
                <td className="text-[12px] text-ink-3">
                  {cases.filter((one) => one.count === 0).length > 0 &&
                    `${counted(cases.filter((one) => one.count === 0).length, 'case')} out`}
                </td>
                <td className="pr-2 text-right font-semibold">{count}</td>
              </tr>
              {open &&
                cases.map((one) => (
                  <CaseRows key={one.name} plan={plan} one={one} chosen={chosen} onChoose={onChoose} wanted={wanted} />
                ))}
            </tbody>
          );
        })}
      </table>
      {plan.cases.length === 0 && (
        <p className="py-4 text-ink-2">The project has no cases yet. Write the first one under Cases.</p>
      )}
    </div>
  );
}

/** Where an executable case runs, if that is not the same for all. */
const where = (plan: PlanView, { environment, browser }: ExecutableView) => [
  ...(plan.environment.includes(', ') ? [environment] : []),
  ...(plan.browser.includes(', ') ? [browser] : []),
];

function CaseRows({
  plan,
  one,
  chosen,
  onChoose,
  wanted,
}: {
  plan: PlanView;
  one: CasePlanView;
  chosen: ExecutableView | null;
  onChoose: (of: CasePlanView, executable: ExecutableView) => void;
  wanted: string;
}) {
  const out = one.count === 0;
  const several = one.executables.length > 1 || one.executables.some((executable) => executable.row > 0);
  return (
    <>
      {(several || out || one.needed) && (
        <tr className={`h-7 border-b border-hair ${out ? 'text-ink-3' : ''}`}>
          <td className="truncate pl-6">
            <Link to={documentPlace(one.path, { line: one.line })} className="hover:underline">
              <TextPieces pieces={one.nameParts} />
            </Link>
          </td>
          <td className="truncate text-[12px] text-ink-3">
            {out ? one.exclusionReason : one.needed ? `needed by ${one.needed}` : one.tags.join(', ')}
          </td>
          <td className="pr-2 text-right">{out ? 'out' : one.count}</td>
        </tr>
      )}
      {one.executables
        .filter((e) => wanted === '' || `${one.suite} ${one.name} ${e.name}`.toLowerCase().includes(wanted))
        .map((executable) => (
          <tr
            key={executable.identity}
            aria-selected={chosen?.identity === executable.identity}
            className="h-7 border-b border-hair hover:bg-sunk aria-selected:bg-select aria-selected:shadow-[inset_2px_0_var(--select-edge)]"
          >
            <td className={several ? 'pl-11' : 'pl-6'}>
              <button
                type="button"
                onClick={() => onChoose(one, executable)}
                className="flex w-full items-center gap-2 truncate"
              >
                <Outcome of={executable.last} size={12} />
                <span className="truncate">{executable.name}</span>
              </button>
            </td>
            <td className="truncate text-[12px] text-ink-3" title={executable.fault}>
              {executable.fault ? (
                <span className="text-error">{executable.fault}</span>
              ) : (
                [...(several ? [] : one.tags), ...where(plan, executable)].join(', ')
              )}
            </td>
            <td className="pr-2 text-right">{several ? '' : 1}</td>
          </tr>
        ))}
    </>
  );
}
