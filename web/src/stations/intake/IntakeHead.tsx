import { useLocation } from 'wouter';
import { post } from '@/api/client';
import type { IntakeView } from '@/api/types';
import { documentPlace } from '@/app/places';
import { authorName } from '@/document/author';
import { useAttempt } from '@/parts/attempt';
import { Button } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { ErrorLine } from '@/parts/ErrorLine';
import { ellipsis } from '@/parts/ellipsis';
import { Filter } from '@/parts/Filter';
import { OneChoice } from '@/parts/OneChoice';
import type { Shown } from './intakeLines';

const COLUMNS = ['key', 'title', 'preconditions', 'steps', 'expected'];

/** How much of a sheet can be said, which column is for what, and the button that drafts cases. */
export function IntakeHead({
  sheet,
  name,
  keys,
  map,
  shown,
  show,
}: {
  sheet: IntakeView;
  name: string;
  /** The scenarios that would become cases. */
  keys: readonly string[];
  map: (mapping: Record<string, string>) => void;
  shown: Shown;
  show: (shown: Shown) => void;
}) {
  const { attempt, wrong } = useAttempt();
  const [, go] = useLocation();
  const draft = () =>
    attempt(async () => {
      const made = await post<{ path: string }>('/api/drafts', {
        path: sheet.path,
        name: name.charAt(0).toUpperCase() + name.slice(1).replaceAll('-', ' '),
        keys,
        author: authorName(),
      });
      go(documentPlace(made.path));
    });
  const covered = sheet.scenarios.filter((scenario) => scenario.covered).length;
  return (
    <header className="flex-none px-4 pt-2.5 pb-2">
      <div className="flex h-7 items-center gap-2.5">
        <h1 ref={ellipsis} className="text-title leading-[26px] font-semibold">
          {name}
        </h1>
        <p ref={ellipsis} className="flex-1 self-end pb-0.5 text-ink-2">
          {counted(sheet.scenarios.length, 'scenario')}, {covered} covered by cases
          {sheet.gone.length > 0 &&
            `; cases of ${sheet.gone.join(', ')} are linked to scenarios that the sheet does not have any more`}
        </p>
        <Button kind="main" disabled={keys.length === 0} onClick={draft}>
          Draft {counted(keys.length, 'case')}
        </Button>
      </div>
      <ErrorLine text={wrong} />
      <Coverage sheet={sheet} shown={shown} show={show} />
      <div className="mt-2 grid grid-cols-5 rounded-field border border-field">
        {COLUMNS.map((column) => (
          <div
            key={column}
            className="flex min-w-0 flex-col px-2.5 pt-1 pb-1.5 [&+&]:border-l [&+&]:border-hair-strong"
          >
            <span className="text-caption text-ink-3">{column}</span>
            <OneChoice
              label={`Column of ${column}`}
              value={sheet.mapping[column] ?? ''}
              options={[
                { value: '', word: 'no column' },
                ...sheet.headings.map((heading) => ({ value: heading, word: heading })),
              ]}
              onChange={(heading) => map(mapped(sheet.mapping, column, heading))}
            />
          </div>
        ))}
      </div>
    </header>
  );
}

function mapped(before: Record<string, string>, column: string, heading: string): Record<string, string> {
  const mapping = { ...before, [column]: heading };
  if (heading === '') delete mapping[column];
  return mapping;
}

const STATES = [
  { state: 'said', word: 'said', ground: 'bg-[var(--passed)]' },
  { state: 'nearly', word: 'nearly', ground: 'bg-[var(--error)]' },
  { state: 'not', word: 'not yet', ground: 'bg-[var(--hair-strong)]' },
] as const;

/** How much of the sheet can be said; what is pressed is shown alone. */
function Coverage({ sheet, shown, show }: { sheet: IntakeView; shown: Shown; show: (shown: Shown) => void }) {
  const all = sheet.said + sheet.nearly + sheet.not;
  if (all === 0) return null;
  return (
    <figure aria-label="Coverage" className="mt-1.5">
      <div aria-hidden className="flex h-2 gap-px">
        {STATES.map(({ state, ground }) => (
          <span key={state} className={ground} style={{ width: `${(sheet[state] / all) * 100}%` }} />
        ))}
      </div>
      <figcaption className="flex items-center gap-3 pt-1">
        {STATES.map(({ state, word, ground }) => (
          <button
            key={state}
            type="button"
            aria-pressed={shown.state === state}
            title={shown.state === state ? 'Show all sentences' : `Show only what is ${word}`}
            onClick={() => show({ ...shown, state: shown.state === state ? null : state })}
            className="-ml-1.5 flex items-center gap-1.5 rounded-chip px-1.5 py-px hover:bg-sunk aria-pressed:bg-accent-wash aria-pressed:text-accent"
          >
            <span aria-hidden className={`size-2 ${ground}`} />
            <b className="font-semibold tabular-nums">{sheet[state]}</b> {word}
          </button>
        ))}
        <span className="flex-1 text-ink-3">of {counted(all, 'sentence')}</span>
        <span className="flex w-52">
          <Filter value={shown.text} onChange={(text) => show({ ...shown, text })} label="Filter the sentences" />
        </span>
      </figcaption>
    </figure>
  );
}
