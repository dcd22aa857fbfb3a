import { useState } from 'react';
import { useLocation } from 'wouter';
import { fetchExecutables, usePlan, usePlans, useProject } from '@/api/queries';
import type { CasePlanView, ExecutableView, SavedPlanView } from '@/api/types';
import { chosenEnvironment, chosenEnvironments } from '@/app/chosenEnvironment';
import { useCrumbs } from '@/app/crumbs';
import { PLAN, planPlace } from '@/app/places';
import { useAddressQuery } from '@/app/usePlace';
import { reasonOf } from '@/parts/attempt';
import { LinkButton } from '@/parts/Button';
import { Columns } from '@/parts/Columns';
import { ErrorStrip } from '@/parts/ErrorLine';
import { Filter } from '@/parts/Filter';
import { ProblemMark } from '@/parts/ProblemMark';
import { SegmentedChoice } from '@/parts/SegmentedChoice';
import { useStore } from '@/parts/store';
import { Wrong } from '@/parts/Wrong';
import { DocumentStation } from '@/stations/documents/DocumentStation';
import { ExecutableLens } from './ExecutableLens';
import { PlanHead } from './PlanHead';
import { PlanTable } from './PlanTable';
import { addressOf, askedOf, choicesOf, type PlanSelection, selectionAt } from './planSelection';
import { type RunChoices, USUAL_WORKERS } from './runChoices';
import { SavedPlans } from './SavedPlans';
import { Schedule } from './Schedule';

/** The saved plans, and every executable case that a selection expands to, with why each case is in or out. */
export function PlanStation({ path }: { path: string }) {
  const query = useAddressQuery();
  const [, go] = useLocation();
  const { data: plans } = usePlans();
  if (path === '') return <OnePlan query={query} />;
  const line = Number(query.get('line') ?? 0);
  const open = plans?.filter((plan) => plan.path === path && plan.line <= line).at(-1)?.name ?? null;
  const station = {
    home: PLAN,
    word: 'Plan',
    contents: <SavedPlans plans={plans ?? []} open={open ?? ''} made={(made) => go(planPlace(made))} />,
    also: { word: 'Cases', go: () => go(open ? planPlace(open) : PLAN) },
  };
  return <DocumentStation path={path} station={station} />;
}

function OnePlan({ query }: { query: URLSearchParams }) {
  const [, go] = useLocation();
  const name = query.get('plan');
  const { data: plans, error, refetch } = usePlans();
  const saved = plans?.find((plan) => plan.name === name);
  useCrumbs([{ word: 'Plan', ...(name ? { to: PLAN } : {}) }, ...(name ? [{ word: name }] : [])]);
  return (
    <Columns
      station="plan"
      contents={{
        name: 'Saved plans',
        content: <SavedPlans plans={plans ?? []} open={name} made={(made) => go(planPlace(made))} />,
      }}
      lens={null}
    >
      <Wrong what="The saved plans" error={error} again={refetch} />
      {plans && name && !saved && (
        <p role="status" className="mx-4 mt-2 bg-error-wash px-3 py-1.5">
          The project has no plan “{name}” any more. What is shown is planned without it.
        </p>
      )}
      {plans && <Planned key={saved?.name ?? ''} saved={saved} query={query} />}
    </Columns>
  );
}

function Planned({ saved, query }: { saved: SavedPlanView | undefined; query: URLSearchParams }) {
  const [, go] = useLocation();
  const { data: project } = useProject();
  // What one works in is planned where neither the address nor the plan says another.
  useStore(chosenEnvironment);
  const said = selectionAt(query, saved);
  const selection = {
    ...said,
    environments: said.environments.length > 0 ? said.environments : chosenEnvironments(project?.environments ?? []),
  };
  const [choices, setChoices] = useState<RunChoices>(() => choicesOf(saved));
  const asked = askedOf(selection, choices.workers ?? USUAL_WORKERS).toString();
  const { data: plan, error, isPlaceholderData: isOld } = usePlan(asked);
  const [only, setOnly] = useState<'all' | 'in'>('all');
  const [filter, setFilter] = useState('');
  const [chosen, setChosen] = useState<{ of: CasePlanView; executable: ExecutableView } | null>(null);
  const [further, setFurther] = useState<ReadonlyMap<number, readonly ExecutableView[]>>(new Map());
  const [wrong, setWrong] = useState('');
  const choose = (next: Partial<PlanSelection>) => {
    const address = addressOf({ ...said, ...next }, saved);
    go(address === '' ? PLAN : `${PLAN}?${address}`, { replace: true });
    setChosen(null);
    setFurther(new Map());
  };
  const more = async (of: CasePlanView) => {
    const known = further.get(of.index) ?? [];
    try {
      const next = await fetchExecutables(asked, of.index, of.executables.length + known.length);
      setFurther(new Map(further).set(of.index, [...known, ...next]));
      setWrong('');
    } catch (failed) {
      setWrong(`Further cases could not be read: ${reasonOf(failed)}`);
    }
  };
  return (
    <div className="flex min-h-0 flex-1">
      <div className="flex min-w-0 flex-1 flex-col">
        <PlanHead
          saved={saved}
          count={plan && !isOld ? plan.count : undefined}
          selection={said}
          choose={choose}
          choices={choices}
          setChoices={setChoices}
          onSaved={(name) => go(planPlace(name))}
        />
        <ErrorStrip text={error?.message ?? wrong} className="mx-4 mt-2" />
        {!plan && !error && (
          <p role="status" className="px-4 py-2 text-ink-2">
            Working out what will run …
          </p>
        )}
        {plan && !error && (
          <>
            <Warnings warnings={plan.warnings} />
            <div className="flex items-center gap-2.5 px-4 pt-2 pb-1.5">
              <p className="flex-1">
                <b className="font-semibold">{plan.count.toLocaleString('en')}</b> of {plan.all.toLocaleString('en')}{' '}
                executable cases are in
                {isOld && (
                  <span role="status" className="text-ink-3">
                    {' '}
                    so far; working it out anew …
                  </span>
                )}
              </p>
              <SegmentedChoice
                label="Which cases are listed"
                options={[
                  { value: 'all', word: `All ${plan.all.toLocaleString('en')}` },
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
              further={further}
              onChoose={(of, executable) => setChosen({ of, executable })}
              onMore={more}
            />
            <Schedule schedule={plan.schedule} />
          </>
        )}
      </div>
      {chosen && <ExecutableLens of={chosen.of} executable={chosen.executable} close={() => setChosen(null)} />}
    </div>
  );
}

const MOST_WARNINGS = 4;

/** What would go wrong with a run, as far as it is known before the start. */
function Warnings({ warnings }: { warnings: readonly string[] }) {
  const [all, setAll] = useState(false);
  if (warnings.length === 0) return null;
  const more = warnings.length - MOST_WARNINGS;
  return (
    <ul aria-label="Before the start" className="mx-4 mt-2 flex flex-col gap-1 bg-error-wash px-3 py-1.5">
      {(all ? warnings : warnings.slice(0, MOST_WARNINGS)).map((warning) => (
        <li key={warning} className="flex items-baseline gap-2">
          <ProblemMark severity="warning" />
          {warning}
        </li>
      ))}
      {!all && more > 0 && (
        <li>
          <LinkButton onClick={() => setAll(true)}>Show {more} more</LinkButton>
        </li>
      )}
    </ul>
  );
}
