import { ChevronDown, ChevronRight, Play } from 'lucide-react';
import { useState } from 'react';
import { Link, useLocation, useSearch } from 'wouter';
import { inAddress } from '@/api/client';
import { usePlan, useProject, useStartRun } from '@/api/queries';
import type { CasePlanView, ExecutableView, PlanView } from '@/api/types';
import { Button } from '@/parts/Button';
import { Columns } from '@/parts/Columns';
import { counted } from '@/parts/counted';
import { useCrumbs } from '@/parts/crumbs';
import { Filter } from '@/parts/Filter';
import { Outcome } from '@/parts/Outcome';
import { SegmentedChoice } from '@/parts/SegmentedChoice';
import { TextPieces } from '@/parts/TextPieces';

/** Every executable case that a selection expands to, and why each case is in or out. */
export function PlanStation() {
  useCrumbs([{ word: 'Plan' }]);
  const search = useSearch();
  const [place, go] = useLocation();
  const asked = new URLSearchParams(search);
  const tags = asked.get('tags') ?? '';
  const suite = asked.get('suite') ?? '';
  const query = new URLSearchParams();
  if (tags) query.set('tags', tags);
  if (suite) query.set('suite', suite);
  const { data: plan, error } = usePlan(query.toString());
  const [only, setOnly] = useState<'all' | 'in'>('all');
  const [filter, setFilter] = useState('');
  const [chosen, setChosen] = useState<{ of: CasePlanView; executable: ExecutableView } | null>(null);
  const choose = (next: { tags?: string; suite?: string }) => {
    const changed = new URLSearchParams();
    const all = { tags, suite, ...next };
    if (all.tags) changed.set('tags', all.tags);
    if (all.suite) changed.set('suite', all.suite);
    go(`${place}?${changed}`, { replace: true });
    setChosen(null);
  };
  return (
    <Columns
      station="plan"
      contents={null}
      lens={{ name: 'Executable case', content: <ExecutableLens chosen={chosen} plan={plan} /> }}
    >
      <PlanHead plan={plan} tags={tags} suite={suite} choose={choose} />
      {error && (
        <p role="alert" className="mx-4 mt-2 bg-failed-wash px-3 py-1.5">
          {error.message}
        </p>
      )}
      {plan && !error && (
        <>
          <div className="flex items-center gap-2.5 px-4 pt-2 pb-1.5">
            <p className="flex-1">
              <b className="font-semibold">{plan.count}</b> of {plan.all} executable cases are in
            </p>
            <SegmentedChoice
              label="Which cases are listed"
              options={[
                { value: 'all', word: `All ${plan.all}` },
                { value: 'in', word: 'Only what is in' },
              ]}
              value={only}
              onChange={setOnly}
            />
            <div className="w-48">
              <Filter value={filter} onChange={setFilter} label="Filter executable cases" />
            </div>
          </div>
          <PlanTable
            plan={plan}
            only={only}
            filter={filter}
            chosen={chosen?.executable ?? null}
            onChoose={(of, executable) => setChosen({ of, executable })}
          />
        </>
      )}
    </Columns>
  );
}

function PlanHead({
  plan,
  tags,
  suite,
  choose,
}: {
  plan: PlanView | undefined;
  tags: string;
  suite: string;
  choose: (next: { tags?: string; suite?: string }) => void;
}) {
  const { data: project } = useProject();
  const start = useStartRun();
  const [typed, setTyped] = useState(tags);
  const [wrong, setWrong] = useState<string | null>(null);
  const suites = [...new Set(plan?.cases.map((one) => one.suite) ?? [])];
  const title = [tags, suite].filter(Boolean).join(', ') || 'everything';
  const cell = 'flex min-w-0 flex-col gap-0.5 px-2.5 pt-1 pb-1.5 [&+&]:border-l [&+&]:border-hair-strong';
  return (
    <header className="flex-none px-4 pt-2.5">
      <div className="flex h-7 items-center gap-2.5">
        <h1 className="flex-1 text-title font-semibold">What will run</h1>
        <Button
          kind="main"
          disabled={!plan || plan.count === 0}
          onClick={async () => setWrong(await start({ title, tags, suites: suite ? [suite] : [] }))}
        >
          <Play size={13} aria-hidden />
          Run {counted(plan?.count ?? 0, 'case')}
        </Button>
      </div>
      {wrong && (
        <p role="alert" className="pt-1 text-failed">
          {wrong}
        </p>
      )}
      <form
        className="mt-2.5 grid grid-cols-[1.4fr_1fr_0.8fr_0.8fr] rounded-field border border-field"
        onSubmit={(event) => {
          event.preventDefault();
          choose({ tags: typed.trim() });
        }}
      >
        <label className={cell}>
          <span className="text-caption text-ink-3">tags</span>
          <input
            value={typed}
            placeholder="all, or say: smoke and not slow"
            className="bg-transparent font-mono text-value outline-none"
            onChange={(event) => setTyped(event.target.value)}
            onBlur={() => typed.trim() !== tags && choose({ tags: typed.trim() })}
          />
        </label>
        <label className={cell}>
          <span className="text-caption text-ink-3">suites</span>
          <select
            value={suite}
            className="-ml-1 bg-surface outline-none"
            onChange={(event) => choose({ suite: event.target.value })}
          >
            <option value="">all {suites.length}</option>
            {suites.map((name) => (
              <option key={name}>{name}</option>
            ))}
          </select>
        </label>
        <div className={cell}>
          <span className="text-caption text-ink-3">environment</span>
          <span>
            {plan?.environment ? (
              <span className="ref" data-origin="environment">
                {plan.environment}
              </span>
            ) : (
              'none'
            )}
          </span>
        </div>
        <div className={cell}>
          <span className="text-caption text-ink-3">browser</span>
          <span>{plan?.browser || project?.browsers[0] || 'usual'}</span>
        </div>
      </form>
    </header>
  );
}

function PlanTable({
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
                  <CaseRows key={one.name} one={one} chosen={chosen} onChoose={onChoose} wanted={wanted} />
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

function CaseRows({
  one,
  chosen,
  onChoose,
  wanted,
}: {
  one: CasePlanView;
  chosen: ExecutableView | null;
  onChoose: (of: CasePlanView, executable: ExecutableView) => void;
  wanted: string;
}) {
  const out = one.count === 0;
  const several = one.executables.some((executable) => executable.row > 0);
  return (
    <>
      {(several || out || one.needed) && (
        <tr className={`h-7 border-b border-hair ${out ? 'text-ink-3' : ''}`}>
          <td className="truncate pl-6">
            <Link to={`/cases/${inAddress(one.path)}?line=${one.line + 1}`} className="hover:underline">
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
              ) : several ? (
                ''
              ) : (
                one.tags.join(', ')
              )}
            </td>
            <td className="pr-2 text-right">{several ? '' : 1}</td>
          </tr>
        ))}
    </>
  );
}

function ExecutableLens({
  chosen,
  plan,
}: {
  chosen: { of: CasePlanView; executable: ExecutableView } | null;
  plan: PlanView | undefined;
}) {
  const start = useStartRun();
  return (
    <>
      <div className="flex h-9 flex-none items-center border-b border-hair px-3.5">
        <h2 className="font-semibold">Executable case</h2>
      </div>
      {!chosen && <p className="px-3.5 py-3 text-ink-2">Select one to see its values and to run it alone.</p>}
      {chosen && (
        <div className="overflow-y-auto">
          <section className="border-b border-hair px-3.5 pt-2.5 pb-3">
            <h3 className="mb-1 text-case font-semibold">{chosen.executable.name}</h3>
            <Facts
              facts={[
                ['suite', chosen.of.suite],
                ['tags', chosen.of.tags.join(', ')],
                ['environment', plan?.environment ?? ''],
                ['browser', plan?.browser ?? ''],
              ]}
            />
          </section>
          {chosen.executable.row > 0 && (
            <section className="border-b border-hair px-3.5 pt-2.5 pb-3">
              <h3 className="mb-1 text-small font-semibold text-ink-3">Row {chosen.executable.row}</h3>
              <Facts facts={Object.entries(chosen.executable.values)} mono />
            </section>
          )}
          {chosen.executable.fault && (
            <p className="border-b border-hair bg-error-wash px-3.5 py-2">{chosen.executable.fault}</p>
          )}
          <div className="flex gap-1.5 px-3.5 py-3">
            <Button
              small
              onClick={() => start({ title: chosen.executable.name, identities: [chosen.executable.identity] })}
            >
              <Play size={11} aria-hidden />
              Run it
            </Button>
            <Link
              to={`/cases/${inAddress(chosen.of.path)}?line=${chosen.of.line}`}
              className="inline-flex h-6 items-center rounded-field border border-hair-strong bg-surface px-2 text-[12px] font-medium hover:border-field"
            >
              Open its case
            </Link>
          </div>
        </div>
      )}
    </>
  );
}

function Facts({ facts, mono = false }: { facts: [string, string][]; mono?: boolean }) {
  return (
    <dl className="grid grid-cols-[86px_1fr] gap-y-1">
      {facts
        .filter(([, value]) => value !== '' || mono)
        .map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-ink-2">{name}</dt>
            <dd
              className={
                mono ? 'font-mono text-value underline decoration-[var(--origin-column)] underline-offset-[3px]' : ''
              }
            >
              {value}
            </dd>
          </div>
        ))}
    </dl>
  );
}
