import { useState } from 'react';
import { useLocation, useSearch } from 'wouter';
import { usePlan, useProject } from '@/api/queries';
import type { CasePlanView, ExecutableView } from '@/api/types';
import { chosenEnvironment, chosenEnvironments } from '@/app/chosenEnvironment';
import { useCrumbs } from '@/app/crumbs';
import { Columns } from '@/parts/Columns';
import { Filter } from '@/parts/Filter';
import { SegmentedChoice } from '@/parts/SegmentedChoice';
import { useStore } from '@/parts/store';
import { ExecutableLens } from './ExecutableLens';
import { PlanHead, type PlanSelection } from './PlanHead';
import { PlanTable } from './PlanTable';

function inQuery({ tags, suite, environments, browsers }: PlanSelection): URLSearchParams {
  const query = new URLSearchParams();
  if (tags) query.set('tags', tags);
  if (suite) query.set('suite', suite);
  for (const name of environments) query.append('environment', name);
  for (const name of browsers) query.append('browser', name);
  return query;
}

/** Every executable case that a selection expands to, and why each case is in or out. */
export function PlanStation() {
  useCrumbs([{ word: 'Plan' }]);
  const search = useSearch();
  const [place, go] = useLocation();
  const asked = new URLSearchParams(search);
  const tags = asked.get('tags') ?? '';
  const suite = asked.get('suite') ?? '';
  const { data: project } = useProject();
  // What one works in is planned where the address does not say another.
  useStore(chosenEnvironment);
  const environments = asked.has('environment')
    ? asked.getAll('environment')
    : chosenEnvironments(project?.environments ?? []);
  const selection = { tags, suite, environments, browsers: asked.getAll('browser') };
  const query = inQuery(selection);
  const { data: plan, error } = usePlan(query.toString());
  const [only, setOnly] = useState<'all' | 'in'>('all');
  const [filter, setFilter] = useState('');
  const [chosen, setChosen] = useState<{ of: CasePlanView; executable: ExecutableView } | null>(null);
  const choose = (next: Partial<PlanSelection>) => {
    go(`${place}?${inQuery({ ...selection, ...next })}`, { replace: true });
    setChosen(null);
  };
  return (
    <Columns
      station="plan"
      contents={null}
      lens={{ name: 'Executable case', content: <ExecutableLens chosen={chosen} /> }}
    >
      <PlanHead plan={plan} selection={selection} choose={choose} />
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
