import { autoUpdate, flip, offset, shift, size, useFloating } from '@floating-ui/react-dom';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { CompletionView, SuggestionView } from '@/api/types';
import { ellipsis } from '@/parts/ellipsis';

const EDGE_PIXELS = 8;

/** Eight are in view; what is below the next ones is drawn when it is gone to, since each key draws the list anew. */
const ROOM = 12;

/** In a narrow column the list is narrow, too. */
const FITS_IN = size({
  padding: EDGE_PIXELS,
  apply: ({ availableWidth, elements }) => {
    elements.floating.style.maxWidth = `${availableWidth}px`;
  },
});

/** The list lies in the box of its field and moves with it, so only other sizes and scrolling give it another place. */
const whenResized: typeof autoUpdate = (reference, floating, update) =>
  autoUpdate(reference, floating, update, { layoutShift: false });

/** What could be meant, best first, and beside it what the chosen one is. */
export function Completions({
  offers,
  at,
  typed,
  onChoose,
}: {
  offers: CompletionView;
  at: number;
  typed: string;
  onChoose: (suggestion: SuggestionView) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const { refs, floatingStyles } = useFloating({
    placement: 'bottom-start',
    middleware: [offset(2), flip(), shift({ padding: EDGE_PIXELS }), FITS_IN],
    whileElementsMounted: whenResized,
  });
  const [room, setRoom] = useState(ROOM);
  const drawn = offers.suggestions.slice(0, Math.max(room, at + ROOM));
  const chosen = offers.suggestions[Math.max(0, at)];
  const keywords = offers.kind === 'keyword';
  useLayoutEffect(() => {
    refs.setReference(box.current?.parentElement ?? null);
    refs.setFloating(box.current);
  }, [refs]);
  const moved = useRef(false);
  // The chosen one is kept in view; to look where the first one is would lay the page out at each key.
  useEffect(() => {
    moved.current ||= at > 0;
    if (moved.current) box.current?.querySelector('[aria-selected=true]')?.scrollIntoView({ block: 'nearest' });
  }, [at]);
  return (
    <div
      ref={box}
      // Pressing here must not end the editing that this belongs to.
      onMouseDown={(event) => {
        event.preventDefault();
        event.stopPropagation();
      }}
      style={floatingStyles}
      className={`z-30 grid overflow-hidden rounded-float border border-hair-strong bg-raised font-normal whitespace-normal text-ink shadow-float ${
        keywords ? 'w-[600px] grid-cols-[268px_1fr]' : 'w-[320px] grid-cols-1'
      }`}
      role="presentation"
    >
      <div
        id="completions"
        role="listbox"
        aria-label={keywords ? 'Keywords' : 'Values'}
        onScroll={({ currentTarget: { scrollTop, clientHeight, scrollHeight } }) => {
          if (scrollTop + 2 * clientHeight > scrollHeight) setRoom(drawn.length + ROOM);
        }}
        className={`max-h-[206px] overflow-y-auto py-[3px] ${keywords ? 'border-r border-hair' : ''}`}
      >
        {drawn.map((suggestion, index) => (
          // biome-ignore lint/a11y/useKeyWithClickEvents: keys are handled by the field
          <div
            id={`completion-${index}`}
            key={`${suggestion.label} ${suggestion.insert}`}
            role="option"
            tabIndex={-1}
            aria-setsize={offers.suggestions.length}
            aria-posinset={index + 1}
            aria-selected={index === at}
            onClick={() => onChoose(suggestion)}
            className="flex h-[25px] cursor-pointer items-center gap-2 px-2.5 hover:bg-sunk aria-selected:bg-select aria-selected:shadow-[inset_2px_0_var(--select-edge)]"
          >
            <span ref={ellipsis} className="min-w-[45%] flex-1">
              <Label suggestion={suggestion} />
            </span>
            <span ref={ellipsis} className="text-caption text-ink-3">
              {suggestion.why}
            </span>
          </div>
        ))}
      </div>
      {keywords && chosen && (
        <div className="px-3 py-[7px]">
          <p>
            <b className="font-semibold">{chosen.label}</b> <span className="text-ink-2">{chosen.signature}</span>
          </p>
          <p className="mt-0.5 text-ink-2">{chosen.note}</p>
        </div>
      )}
      {!keywords && chosen?.note && (
        <p ref={ellipsis} className="border-t border-hair bg-ground px-2.5 py-1 text-small text-ink-2">
          {chosen.note}
        </p>
      )}
      {keywords && (
        <p className="col-span-2 flex h-6 items-center gap-3.5 border-t border-hair bg-ground px-2.5 text-small text-ink-3">
          {typed !== '' && at < 0 ? (
            <span>
              <kbd className="kbd">Enter</kbd> keeps what is typed
            </span>
          ) : (
            <>
              <span>
                <kbd className="kbd">Enter</kbd> lays out its arguments
              </span>
              <span>
                <kbd className="kbd">Ctrl Enter</kbd> and fills in what fits by name
              </span>
              {typed !== '' && at === 0 && (
                <span>
                  <kbd className="kbd">↑</kbd> as typed
                </span>
              )}
            </>
          )}
        </p>
      )}
    </div>
  );
}

function Label({ suggestion }: { suggestion: SuggestionView }) {
  const { label, matched } = suggestion;
  const first = matched[0];
  if (first === undefined) return <>{label}</>;
  const end = first + matched.length;
  return (
    <>
      {label.slice(0, first)}
      <b className="font-semibold text-accent underline decoration-[1.5px] underline-offset-[3px]">
        {label.slice(first, end)}
      </b>
      {label.slice(end)}
    </>
  );
}
