import { Play } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'wouter';
import { useProject, useStartRun, useTree } from '@/api/queries';
import type { SavedPlanView } from '@/api/types';
import { documentPlace, PLAN } from '@/app/places';
import { reasonOf } from '@/parts/attempt';
import { Button } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { ErrorLine } from '@/parts/ErrorLine';
import { ellipsis } from '@/parts/ellipsis';
import { SeveralChoice } from '@/parts/SeveralChoice';
import { NewBlock } from '@/stations/documents/NewBlock';
import { differs, type PlanSelection } from './planSelection';
import { RunChoicesField } from './RunChoicesField';
import type { RunChoices } from './runChoices';
import { savePlan } from './savePlan';

const PLANS_DOCUMENT = 'plans.elmt';

/** What is selected and how it is run, kept under a name if one likes, and the button that runs it. */
export function PlanHead({
  saved,
  count,
  selection,
  choose,
  choices,
  setChoices,
  onSaved,
}: {
  /** The plan that the project keeps, where one is open. */
  saved: SavedPlanView | undefined;
  /** How many executable cases will run, once that is known. */
  count: number | undefined;
  selection: PlanSelection;
  choose: (next: Partial<PlanSelection>) => void;
  choices: RunChoices;
  setChoices: (choices: RunChoices) => void;
  onSaved: (name: string) => void;
}) {
  const { tags, suites, environments, browsers } = selection;
  const { data: project } = useProject();
  const { data: tree } = useTree();
  const start = useStartRun();
  const [typed, setTyped] = useState(tags);
  const [wrong, setWrong] = useState<string | null>(null);
  const suiteNames = [...new Set(tree?.suites.map((one) => one.name) ?? [])];
  const title = saved?.name ?? ([tags, ...suites].filter(Boolean).join(', ') || 'everything');
  const changed = differs(selection, choices, saved);
  const save = async (to: { name: string; path: string }) => {
    try {
      await savePlan(to, selection, choices);
      onSaved(to.name);
      setWrong(null);
    } catch (failed) {
      setWrong(`The plan could not be saved: ${reasonOf(failed)}`);
    }
  };
  const run = () => start({ title, plan: saved?.name, tags, suites, environments, browsers, ...choices });
  const cell = 'flex min-w-0 flex-col gap-0.5 px-2.5 pt-1 pb-1.5 [&+&]:border-l [&+&]:border-hair-strong';
  return (
    <header className="flex-none px-4 pt-2.5">
      <div className="flex h-7 items-center gap-2.5">
        <h1 ref={ellipsis} className="text-title leading-[26px] font-semibold">
          {saved?.name ?? 'What will run'}
        </h1>
        <p ref={ellipsis} className="flex-1 self-end pb-0.5 text-ink-2">
          {saved?.note}
        </p>
        {saved && !changed && (
          <Link
            to={documentPlace(saved.path, { line: saved.line, station: PLAN })}
            className="inline-flex h-7 items-center rounded-field border border-hair-strong bg-surface px-2.5 font-medium hover:border-field"
          >
            Open its sheet
          </Link>
        )}
        {saved && changed && <Button onClick={() => save(saved)}>Save the plan</Button>}
        {changed && (
          <NewBlock
            kinds={['plan']}
            station={PLAN}
            usualPath={PLANS_DOCUMENT}
            trigger={<Button>{saved ? 'Save as another' : 'Save as a plan'}</Button>}
            made={(name, path) => void save({ name, path })}
          />
        )}
        <Button kind="main" disabled={!count} onClick={async () => setWrong(await run())}>
          <Play size={13} aria-hidden />
          {count === undefined ? 'Run …' : `Run ${counted(count, 'case')}`}
        </Button>
      </div>
      <ErrorLine text={wrong} />
      <form
        className="mt-2.5 grid grid-cols-[1.3fr_1fr_0.8fr_0.9fr_0.9fr] rounded-field border border-field"
        onSubmit={(event) => {
          event.preventDefault();
          choose({ tags: typed.trim() });
        }}
      >
        <label className={cell}>
          <span className="text-caption text-ink-3">tags</span>
          <input
            value={typed}
            placeholder="all, or for example: smoke and not slow"
            className="bg-transparent font-mono text-value outline-none"
            onChange={(event) => setTyped(event.target.value)}
            onBlur={() => typed.trim() !== tags && choose({ tags: typed.trim() })}
          />
        </label>
        <div className={cell}>
          <span className="text-caption text-ink-3">suites</span>
          <SeveralChoice
            label="Suites"
            names={suiteNames}
            chosen={suites}
            usual={[]}
            none={`all ${suiteNames.length}`}
            onChange={(chosen) => choose({ suites: chosen.length === suiteNames.length ? [] : chosen })}
          />
        </div>
        <div className={cell}>
          <span className="text-caption text-ink-3">environments</span>
          <SeveralChoice
            label="Environments"
            names={project?.environments ?? []}
            chosen={environments}
            usual={project?.environments.slice(0, 1) ?? []}
            none="none"
            onChange={(chosen) => choose({ environments: chosen })}
          />
        </div>
        <div className={cell}>
          <span className="text-caption text-ink-3">browsers</span>
          <SeveralChoice
            label="Browsers"
            names={project?.browsers ?? []}
            chosen={browsers}
            usual={project?.browsers.slice(0, 1) ?? []}
            none="usual"
            onChange={(chosen) => choose({ browsers: chosen })}
          />
        </div>
        <div className={cell}>
          <span className="text-caption text-ink-3">how</span>
          <RunChoicesField choices={choices} onChange={setChoices} />
        </div>
      </form>
    </header>
  );
}
