import type { RefObject } from 'react';
import { Link } from 'wouter';
import { useKeywords } from '@/api/queries';
import type { SentenceView } from '@/api/types';
import { KEYWORDS, keywordPlace } from '@/app/places';
import { LinkButton } from '@/parts/Button';
import { ellipsis } from '@/parts/ellipsis';
import { NewBlock } from '@/stations/documents/NewBlock';
import { StepFields } from './StepFields';

/** A sentence as the name of a keyword: it begins in lower case, and no sign of the language is in it. */
const asName = (sentence: string) =>
  sentence.charAt(0).toLowerCase() +
  sentence
    .slice(1)
    .replaceAll(/[|<>#"“”]/g, '')
    .trim();

/** The keywords that may say a sentence, best first, with how sure each is. */
export function SentenceLens({
  sentence,
  step,
  leave,
  say,
  undo,
}: {
  sentence: SentenceView | undefined;
  /** The fields of the step. */
  step: RefObject<HTMLFormElement | null>;
  /** Gives the keyboard back to the sentences. */
  leave: () => void;
  say: (cells: string[] | undefined) => void;
  undo: () => void;
}) {
  const { data: keywords = [] } = useKeywords();
  const cells = sentence?.cells;
  return (
    <>
      <div className="flex h-9 flex-none items-center border-b border-hair px-3.5">
        <h2 className="font-semibold">Sentence</h2>
      </div>
      {!sentence && (
        <p className="px-3.5 py-3 text-ink-2">Select a sentence to see all keywords that may say it, and choose one.</p>
      )}
      {sentence && (
        <div className="min-h-0 flex-1 overflow-y-auto">
          <section className="border-b border-hair px-3.5 pt-2.5 pb-3">
            <p className="text-case font-semibold">{sentence.text}</p>
            {cells && (
              <StepFields
                key={`${sentence.text} ${cells.join(' | ')}`}
                cells={cells}
                keyword={keywords.find(({ name }) => name === cells[0])}
                decided={sentence.decided}
                ref={step}
                leave={leave}
                take={say}
              />
            )}
            {sentence.decided && (
              <p className="mt-1.5 text-ink-2">
                {sentence.cells ? `Accepted as “${sentence.cells[0]}”.` : 'Marked: it needs a keyword.'}{' '}
                <LinkButton onClick={undo}>Take that back</LinkButton>
              </p>
            )}
            {!sentence.decided && (
              <p className="mt-1.5 flex flex-col gap-1 text-small text-ink-3">
                {cells && (
                  <>
                    <span>
                      <kbd className="kbd">Enter</kbd> accepts the step
                    </span>
                    <span>
                      <kbd className="kbd">F2</kbd> corrects it
                    </span>
                  </>
                )}
                <span>
                  <kbd className="kbd">Del</kbd> needs a keyword
                </span>
              </p>
            )}
          </section>
          <section aria-label="Keywords that may say it">
            <h3 className="flex justify-between px-3.5 pt-2 pb-1 text-small text-ink-3">
              <span className="font-semibold">Keywords</span>
              <span>how sure</span>
            </h3>
            {sentence.matches.length === 0 && <p className="px-3.5 pb-3 text-ink-2">None is like it.</p>}
            <ul>
              {sentence.matches.map((match) => (
                <li key={match.keyword} className="border-t border-hair px-3.5 py-1.5">
                  <p className="flex justify-between gap-2">
                    <Link to={keywordPlace(match.keyword)} ref={ellipsis} className="font-medium hover:underline">
                      {match.keyword}
                    </Link>
                    <span className="flex-none tabular-nums">{Math.round(match.score * 100)} %</span>
                  </p>
                  <p ref={ellipsis} className="font-mono text-value text-ink-2">
                    {match.cells
                      .slice(1)
                      .filter((cell) => cell !== '')
                      .join(', ')}
                  </p>
                  <p className="flex items-baseline justify-between gap-2">
                    <span className="text-small text-ink-3">
                      {match.missing.length > 0 ? `without ${match.missing.join(', ')}` : ''}
                    </span>
                    <LinkButton onClick={() => say(match.cells)}>Use it</LinkButton>
                  </p>
                </li>
              ))}
            </ul>
            <p className="flex justify-between border-t border-hair px-3.5 py-2.5">
              <LinkButton onClick={() => say(undefined)}>It needs a keyword</LinkButton>
              <NewBlock
                key={sentence.text}
                kinds={['keyword']}
                station={KEYWORDS}
                usualPath="keywords/keywords.elmt"
                proposed={asName(sentence.text)}
                trigger={
                  <button type="button" className="font-medium text-accent hover:underline">
                    Make one
                  </button>
                }
                made={(name) => say([name])}
              />
            </p>
          </section>
        </div>
      )}
    </>
  );
}
