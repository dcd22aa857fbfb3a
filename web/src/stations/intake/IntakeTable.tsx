import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, type RefObject, useEffect } from 'react';
import { useLocation } from 'wouter';
import type { SentenceView } from '@/api/types';
import { documentPlace } from '@/app/places';
import type { IntakeLine } from './intakeLines';
import { ScenarioLine, SentenceLine } from './ScenarioLines';

const SCENARIO_HEIGHT = 42;
const SENTENCE_HEIGHT = 28;
const PAGE = 15;

/** The scenarios of a sheet, each sentence with the step that would say it; gone through and decided by keyboard. */
export function IntakeTable({
  lines,
  at,
  goTo,
  say,
  correct,
  left,
  setLeft,
  ref: scroller,
}: {
  lines: readonly IntakeLine[];
  /** The place of the line under the cursor; -1 for none. */
  at: number;
  goTo: (place: number) => void;
  say: (of: SentenceView, cells: string[] | undefined) => void;
  /** Goes to the step of the line under the cursor. */
  correct: () => void;
  /** The keys of scenarios that stay out. */
  left: ReadonlySet<string>;
  setLeft: (scenario: string, leave: boolean) => void;
  ref: RefObject<HTMLDivElement | null>;
}) {
  const [, go] = useLocation();
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: (place) => (lines[place]?.kind === 'scenario' ? SCENARIO_HEIGHT : SENTENCE_HEIGHT),
    getItemKey: (place) => lines[place]?.key ?? place,
    overscan: 16,
    initialRect: { width: 800, height: 600 },
  });
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at);
  }, [at, virtual]);

  const turn = (line: IntakeLine) => {
    if (!line.scenario.covered) setLeft(line.scenario.key, !left.has(line.scenario.key));
  };
  const take = (line: IntakeLine) => {
    if (line.kind === 'scenario') {
      const { covered } = line.scenario;
      if (covered) go(documentPlace(covered.path, { line: covered.line }));
    } else if (line.sentence.cells && !line.sentence.decided) decide(line.sentence, line.sentence.cells);
  };
  const decide = (sentence: SentenceView, cells: string[] | undefined) => {
    say(sentence, cells);
    goTo(Math.min(at + 1, lines.length - 1));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const to = placeAfter(event.key, at, lines.length);
    const line = lines[at];
    if (to !== null) goTo(to);
    else if (!line || (event.target as Element).closest('button, input, a')) return;
    else if (event.key === 'Enter') take(line);
    else if (event.key === 'F2') correct();
    else if (event.key === ' ') turn(line);
    else if (event.key === 'Delete' && line.kind === 'sentence' && !line.sentence.decided)
      decide(line.sentence, undefined);
    else return;
    event.preventDefault();
  };
  return (
    <div
      ref={scroller}
      role="grid"
      aria-label="Sentences"
      aria-rowcount={lines.length}
      aria-activedescendant={at >= 0 ? lineId(at) : undefined}
      tabIndex={0}
      onKeyDown={onKeyDown}
      onFocus={(event) => event.target === event.currentTarget && at < 0 && lines.length > 0 && goTo(0)}
      className="min-h-0 flex-1 overflow-y-auto px-4 pb-8 -outline-offset-2"
    >
      <div role="presentation" className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map(({ index, start, size, key }) => {
          const line = lines[index];
          return (
            line && (
              // biome-ignore lint/a11y/useKeyWithClickEvents: the grid takes the keys
              <div
                key={key}
                id={lineId(index)}
                role="row"
                tabIndex={-1}
                aria-rowindex={index + 1}
                aria-selected={index === at}
                onClick={() => {
                  scroller.current?.focus({ preventScroll: true });
                  goTo(index);
                }}
                className="group absolute inset-x-0"
                style={{ top: start, height: size }}
              >
                {line.kind === 'scenario' ? (
                  <ScenarioLine
                    scenario={line.scenario}
                    taken={!left.has(line.scenario.key)}
                    turn={() => turn(line)}
                    at={index === at}
                  />
                ) : (
                  <SentenceLine sentence={line.sentence} at={index === at} say={(cells) => say(line.sentence, cells)} />
                )}
              </div>
            )
          );
        })}
      </div>
    </div>
  );
}

const lineId = (place: number) => `intake-line-${place}`;

/** Where a key goes to; null for one that goes nowhere. */
function placeAfter(key: string, at: number, count: number): number | null {
  const last = count - 1;
  const to = { ArrowDown: at + 1, ArrowUp: at - 1, PageDown: at + PAGE, PageUp: at - PAGE, Home: 0, End: last }[key];
  return to === undefined || last < 0 ? null : Math.max(0, Math.min(to, last));
}
