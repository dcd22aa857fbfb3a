import { Play } from 'lucide-react';
import { useState } from 'react';
import { useProject, useStartRun } from '@/api/queries';
import type { PlanView } from '@/api/types';
import { Button } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { OneChoice } from '@/parts/OneChoice';
import { SeveralChoice } from '@/parts/SeveralChoice';
import { RunChoicesField } from './RunChoicesField';
import type { RunChoices } from './runChoices';

/** What is planned. */
export interface PlanSelection {
  tags: string;
  suite: string;
  environments: string[];
  browsers: string[];
}

/** What is selected, and the button that runs it. */
export function PlanHead({
  plan,
  selection,
  choose,
}: {
  plan: PlanView | undefined;
  selection: PlanSelection;
  choose: (next: Partial<PlanSelection>) => void;
}) {
  const { tags, suite, environments, browsers } = selection;
  const { data: project } = useProject();
  const start = useStartRun();
  const [typed, setTyped] = useState(tags);
  const [wrong, setWrong] = useState<string | null>(null);
  const [choices, setChoices] = useState<RunChoices>({});
  const suites = [...new Set(plan?.cases.map((one) => one.suite) ?? [])];
  const title = [tags, suite].filter(Boolean).join(', ') || 'everything';
  const cell = 'flex min-w-0 flex-col gap-0.5 px-2.5 pt-1 pb-1.5 [&+&]:border-l [&+&]:border-hair-strong';
  return (
    <header className="flex-none px-4 pt-2.5">
      <div className="flex h-7 items-center gap-2.5">
        <h1 className="flex-1 text-title leading-[26px] font-semibold">What will run</h1>
        <Button
          kind="main"
          disabled={!plan || plan.count === 0}
          onClick={async () =>
            setWrong(await start({ title, tags, suites: suite ? [suite] : [], environments, browsers, ...choices }))
          }
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
          <OneChoice
            label="Suites"
            value={suite}
            options={[
              { value: '', word: `all ${suites.length}` },
              ...suites.map((name) => ({ value: name, word: name })),
            ]}
            onChange={(name) => choose({ suite: name })}
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
