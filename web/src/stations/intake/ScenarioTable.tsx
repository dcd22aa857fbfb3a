import { Link } from 'wouter';
import type { IntakeView, ScenarioView, SentenceView } from '@/api/types';
import { documentPlace } from '@/app/places';
import { LinkButton } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { ellipsis } from '@/parts/ellipsis';

/** The scenarios of a sheet, each sentence with the step that would say it. */
export function ScenarioTable({
  sheet,
  chosen,
  choose,
  say,
  left,
  setLeft,
}: {
  sheet: IntakeView;
  chosen: string | null;
  choose: (sentence: string) => void;
  say: (of: SentenceView, cells: string[] | undefined) => void;
  /** The keys of scenarios that stay out. */
  left: ReadonlySet<string>;
  setLeft: (scenario: string, leave: boolean) => void;
}) {
  return (
    <div className="relative min-h-0 flex-1 overflow-y-auto px-4 pb-8">
      {sheet.scenarios.length === 0 && (
        <p className="py-3 text-ink-2">
          No scenario is found. Say above which column has the title and which the steps.
        </p>
      )}
      {sheet.scenarios.map((scenario) => (
        <section key={scenario.key} aria-label={scenario.title} className="mt-3">
          <ScenarioHead
            scenario={scenario}
            taken={!left.has(scenario.key)}
            turn={(taken) => setLeft(scenario.key, !taken)}
          />
          <table aria-label={`Sentences of ${scenario.title}`} className="w-full table-fixed border-collapse text-left">
            <tbody>
              {scenario.sentences.map((sentence, index) => (
                <SentenceRow
                  // biome-ignore lint/suspicious/noArrayIndexKey: one sentence may stand in a scenario twice
                  key={`${sentence.text} ${index}`}
                  sentence={sentence}
                  chosen={chosen === sentence.text}
                  choose={() => choose(sentence.text)}
                  say={(cells) => say(sentence, cells)}
                />
              ))}
            </tbody>
          </table>
        </section>
      ))}
    </div>
  );
}

function ScenarioHead({
  scenario,
  taken,
  turn,
}: {
  scenario: ScenarioView;
  taken: boolean;
  turn: (taken: boolean) => void;
}) {
  const said = scenario.sentences.filter((sentence) => sentence.state === 'said').length;
  return (
    <h2 className="flex items-center gap-2 border-b-[1.5px] border-rule pb-1">
      {scenario.covered ? (
        <span className="w-3.5" />
      ) : (
        <input
          type="checkbox"
          checked={taken}
          aria-label={`Draft ${scenario.title}`}
          className="accent-[var(--accent)]"
          onChange={(event) => turn(event.target.checked)}
        />
      )}
      <span className="font-mono text-value text-ink-3">{scenario.key}</span>
      <span ref={ellipsis} className="flex-1 text-case font-semibold">
        {scenario.title}
      </span>
      {scenario.changed && <span className="text-small text-error">changed since its case was drafted</span>}
      {scenario.covered ? (
        <Link
          to={documentPlace(scenario.covered.path, { line: scenario.covered.line })}
          className="text-small font-medium text-accent hover:underline"
        >
          covered by “{scenario.covered.title}”
        </Link>
      ) : (
        <span className="text-small text-ink-3">
          {said} of {counted(scenario.sentences.length, 'sentence')} said
        </span>
      )}
    </h2>
  );
}

const PARTS: Record<string, string> = { precondition: 'before', step: 'step', expected: 'expected' };
const LOOK: Record<string, string> = {
  said: 'bg-[var(--passed)]',
  nearly: 'bg-[var(--error)]',
  not: 'bg-[var(--hair-strong)]',
};

function SentenceRow({
  sentence,
  chosen,
  choose,
  say,
}: {
  sentence: SentenceView;
  chosen: boolean;
  choose: () => void;
  say: (cells: string[] | undefined) => void;
}) {
  const { state, decided, cells, matches } = sentence;
  const missing = decided ? [] : (matches[0]?.missing ?? []);
  return (
    <tr
      aria-selected={chosen}
      onClick={choose}
      className={`group h-7 border-b border-hair hover:bg-sunk ${chosen ? 'bg-select' : ''}`}
    >
      <td className="w-16 text-small text-ink-3">{PARTS[sentence.part]}</td>
      <td className="pr-3">
        <button
          type="button"
          onClick={choose}
          ref={ellipsis}
          className="block max-w-full text-left"
          title={sentence.text}
        >
          {sentence.text}
        </button>
      </td>
      <td className="pr-2">
        <span className="flex items-center gap-2">
          <span aria-hidden className={`size-2 flex-none ${LOOK[state]}`} />
          <span className="sr-only">{state === 'not' ? 'not yet said' : state}: </span>
          {cells ? (
            <span ref={ellipsis} title={cells.filter((cell) => cell !== '').join('  ')}>
              <span className="mr-2 font-medium">{cells[0]}</span>
              {cells
                .slice(1)
                .filter((cell) => cell !== '')
                .map((cell, place) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: a cell is its place
                  <span key={place} className="mr-2 font-mono text-value">
                    {cell}
                  </span>
                ))}
              {missing.length > 0 && <span className="text-small text-error">without {missing.join(', ')}</span>}
            </span>
          ) : (
            <span className="text-ink-2">{decided ? 'needs a keyword' : 'no keyword says this'}</span>
          )}
        </span>
      </td>
      <td className="w-44 text-right">
        {decided ? (
          <span className="text-small text-ink-3">{cells ? 'accepted' : ''}</span>
        ) : (
          <span
            className={`flex justify-end gap-3 ${
              state === 'said' && !chosen ? 'opacity-0 group-hover:opacity-100 focus-within:opacity-100' : ''
            }`}
          >
            {cells && <LinkButton onClick={() => say(cells)}>Accept</LinkButton>}
            <LinkButton onClick={() => say(undefined)}>Needs a keyword</LinkButton>
          </span>
        )}
      </td>
    </tr>
  );
}
