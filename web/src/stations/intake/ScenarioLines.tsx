import { Link } from 'wouter';
import type { ScenarioView, SentenceView } from '@/api/types';
import { documentPlace } from '@/app/places';
import { LinkButton } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { ellipsis } from '@/parts/ellipsis';

/** The head of a scenario: whether it becomes a case, or which one covers it. */
export function ScenarioLine({
  scenario,
  taken,
  turn,
  at,
}: {
  scenario: ScenarioView;
  taken: boolean;
  turn: () => void;
  at: boolean;
}) {
  const said = scenario.sentences.filter((sentence) => sentence.state === 'said').length;
  return (
    <div
      role="gridcell"
      tabIndex={-1}
      className={`absolute -inset-x-2 bottom-0 flex h-[30px] items-center gap-2 border-b-[1.5px] border-rule px-2 ${at ? 'bg-select' : ''}`}
    >
      {scenario.covered ? (
        <span className="w-3.5" />
      ) : (
        <input type="checkbox" checked={taken} tabIndex={-1} aria-label={`Draft ${scenario.title}`} onChange={turn} />
      )}
      <span className="font-mono text-value text-ink-3">{scenario.key}</span>
      <span ref={ellipsis} className="flex-1 text-case font-semibold">
        {scenario.title}
      </span>
      {scenario.repeated && (
        <span
          className="text-small text-error"
          title="A case is linked to its scenario by the key. Give this one a key of its own in the sheet, and its link stays right when rows are moved."
        >
          row {scenario.row} repeats a key
        </span>
      )}
      {scenario.changed && <span className="text-small text-error">changed since its case was drafted</span>}
      {scenario.covered ? (
        <Link
          to={documentPlace(scenario.covered.path, { line: scenario.covered.line })}
          tabIndex={-1}
          className="text-small font-medium text-accent hover:underline"
        >
          covered by “{scenario.covered.title}”
        </Link>
      ) : (
        <span className="text-small text-ink-3">
          {said} of {counted(scenario.sentences.length, 'sentence')} said
        </span>
      )}
    </div>
  );
}

const PARTS: Record<string, string> = { precondition: 'before', step: 'step', expected: 'expected' };
const LOOK: Record<string, string> = {
  said: 'bg-[var(--passed)]',
  nearly: 'bg-[var(--error)]',
  not: 'bg-[var(--hair-strong)]',
};

/** A sentence, the step that would say it, and what can be decided of it. */
export function SentenceLine({
  sentence,
  at,
  say,
}: {
  sentence: SentenceView;
  at: boolean;
  say: (cells: string[] | undefined) => void;
}) {
  const { state, decided, cells } = sentence;
  return (
    <div
      role="presentation"
      className={`-mx-2 grid h-full grid-cols-[64px_minmax(0,1fr)_minmax(0,1fr)_176px] items-center border-b border-hair px-2 hover:bg-sunk ${at ? 'bg-select' : ''}`}
    >
      <span role="gridcell" tabIndex={-1} className="text-small text-ink-3">
        {PARTS[sentence.part]}
      </span>
      <span role="gridcell" tabIndex={-1} ref={ellipsis} title={sentence.text} className="mr-3">
        {sentence.text}
      </span>
      <span role="gridcell" tabIndex={-1} className="flex items-center gap-2 pr-2">
        <span aria-hidden className={`size-2 flex-none ${LOOK[state]}`} />
        <span className="sr-only">{state === 'not' ? 'not yet said' : state}: </span>
        {cells ? (
          <Step cells={cells} missing={decided ? [] : (sentence.matches[0]?.missing ?? [])} />
        ) : (
          <span className="text-ink-2">{decided ? 'needs a keyword' : 'no keyword says this'}</span>
        )}
      </span>
      <span role="gridcell" tabIndex={-1} className="text-right">
        {decided ? (
          <span className="text-small text-ink-3">{cells ? 'accepted' : ''}</span>
        ) : (
          <span
            className={`flex justify-end gap-3 ${state === 'said' && !at ? 'opacity-0 group-hover:opacity-100' : ''}`}
          >
            {cells && (
              <LinkButton tabIndex={-1} title="Enter" onClick={() => say(cells)}>
                Accept
              </LinkButton>
            )}
            <LinkButton tabIndex={-1} title="Del" onClick={() => say(undefined)}>
              Needs a keyword
            </LinkButton>
          </span>
        )}
      </span>
    </div>
  );
}

function Step({ cells, missing }: { cells: readonly string[]; missing: readonly string[] }) {
  const filled = cells.filter((cell) => cell !== '');
  return (
    <span ref={ellipsis} title={filled.join('  ')}>
      <span className="mr-2 font-medium">{cells[0]}</span>
      {filled.slice(1).map((cell, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a cell is its place
        <span key={place} className="mr-2 font-mono text-value">
          {cell}
        </span>
      ))}
      {missing.length > 0 && <span className="text-small text-error">without {missing.join(', ')}</span>}
    </span>
  );
}
