import type { SavedPlanView } from '@/api/types';
import type { RunChoices } from './runChoices';

/** What is planned; an empty list or text chooses all, or the usual ones. */
export interface PlanSelection {
  tags: string;
  suites: string[];
  environments: string[];
  browsers: string[];
}

const LISTS = { suites: 'suite', environments: 'environment', browsers: 'browser' } as const;
const NOTHING: PlanSelection = { tags: '', suites: [], environments: [], browsers: [] };

const ofPlan = (plan: SavedPlanView | undefined): PlanSelection => plan ?? NOTHING;

/** The selection that an address says; what it leaves out is as the saved plan has it. */
export function selectionAt(query: URLSearchParams, plan: SavedPlanView | undefined): PlanSelection {
  const base = ofPlan(plan);
  const list = (of: keyof typeof LISTS) =>
    query.has(LISTS[of]) ? query.getAll(LISTS[of]).filter((name) => name !== '') : base[of];
  return {
    tags: query.get('tags') ?? base.tags,
    suites: list('suites'),
    environments: list('environments'),
    browsers: list('browsers'),
  };
}

/** The address of a selection: the saved plan, and what is other than there. */
export function addressOf(selection: PlanSelection, plan: SavedPlanView | undefined): string {
  const base = ofPlan(plan);
  const query = new URLSearchParams();
  if (plan) query.set('plan', plan.name);
  if (selection.tags !== base.tags) query.set('tags', selection.tags);
  for (const of of Object.keys(LISTS) as (keyof typeof LISTS)[]) {
    if (selection[of].join('\n') === base[of].join('\n')) continue;
    for (const name of selection[of].length > 0 ? selection[of] : ['']) query.append(LISTS[of], name);
  }
  return query.toString();
}

/** What the server is asked to plan. */
export function askedOf({ tags, suites, environments, browsers }: PlanSelection, workers: number): URLSearchParams {
  const query = new URLSearchParams();
  if (tags) query.set('tags', tags);
  for (const name of suites) query.append('suite', name);
  for (const name of environments) query.append('environment', name);
  for (const name of browsers) query.append('browser', name);
  query.set('workers', String(workers));
  return query;
}

/** How a saved plan is run. */
export const choicesOf = (plan: SavedPlanView | undefined): RunChoices => ({
  workers: plan?.workers,
  tries: plan?.tries,
  stopAfter: plan?.stopAfter,
  pictures: plan?.pictures,
});

/** Whether a selection and the choices of a run are other than a saved plan has them. */
export function differs(selection: PlanSelection, choices: RunChoices, plan: SavedPlanView | undefined): boolean {
  const saved = choicesOf(plan);
  return (
    addressOf(selection, plan) !== addressOf(ofPlan(plan), plan) ||
    (['workers', 'tries', 'stopAfter', 'pictures'] as const).some(
      (key) => (choices[key] || undefined) !== (saved[key] || undefined),
    )
  );
}

/** What a plan's block says, by the words of its properties; an empty text for nothing. */
export function propertiesOf(selection: PlanSelection, choices: RunChoices): [word: string, value: string][] {
  const number = (value: number | undefined) => (value ? String(value) : '');
  return [
    ['tags', selection.tags],
    ['suites', selection.suites.join(', ')],
    ['environments', selection.environments.join(', ')],
    ['browsers', selection.browsers.join(', ')],
    ['workers', number(choices.workers)],
    ['tries', number(choices.tries)],
    ['stop after', number(choices.stopAfter)],
    ['pictures', choices.pictures ? 'steps' : ''],
  ];
}

/** What a saved plan runs, in a few words. */
export function planInWords(plan: SavedPlanView): string {
  const parts = [plan.tags, plan.suites.join(', '), plan.environments.join(', '), plan.browsers.join(', ')].filter(
    Boolean,
  );
  return plan.note ?? (parts.length > 0 ? parts.join('; ') : 'everything');
}
