import type { ElementTrial, ElementView, ProposalView } from '@/api/types';
import { UsesList } from '@/lens/UsesList';
import { LinkButton } from '@/parts/Button';
import { ellipsis } from '@/parts/ellipsis';

/** Explains an element: the ways to find it, best first, and where it is used. */
export function ElementLens({
  page,
  element,
  trial,
  use,
}: {
  page: string;
  element: ElementView | undefined;
  trial: ElementTrial | undefined;
  use: (by: string, value: string) => void;
}) {
  return (
    <>
      <div className="flex h-9 flex-none items-center border-b border-hair px-3.5">
        <h2 ref={ellipsis} className="font-semibold">
          {element ? (
            <>
              {element.name} <span className="font-normal text-ink-2">element of {page}</span>
            </>
          ) : (
            'Element'
          )}
        </h2>
      </div>
      {!element && (
        <p className="px-3.5 py-3 text-ink-2">Select an element to see how it can be found, and who uses it.</p>
      )}
      {element && (
        <div className="min-h-0 flex-1 overflow-y-auto">
          <Ways element={element} trial={trial} use={use} />
          <div className="px-3.5 py-3">
            <UsesList kind="page" page={page} name={element.name} />
          </div>
        </div>
      )}
    </>
  );
}

function Ways({
  element,
  trial,
  use,
}: {
  element: ElementView;
  trial: ElementTrial | undefined;
  use: (by: string, value: string) => void;
}) {
  const own = (way: ProposalView) => way.by === element.by && way.value === element.locator;
  return (
    <section aria-label="How to find it" className="border-b border-hair">
      <h3 className="flex justify-between px-3.5 pt-2 pb-1 text-small text-ink-3">
        <span className="font-semibold">How to find it</span>
        <span>best first</span>
      </h3>
      {!trial?.proposals.length && <p className="px-3.5 pb-2.5 text-ink-2">{whyNone(trial)}</p>}
      <ul>
        {trial?.proposals.map((way) => (
          <li
            key={`${way.by} ${way.value}`}
            className={`grid grid-cols-[26px_1fr_auto] items-baseline gap-2 border-t border-hair px-3.5 py-1.5 ${own(way) ? 'bg-accent-wash' : ''}`}
          >
            <span
              className={`border text-center font-semibold ${way.count === 1 ? 'border-hair-strong' : 'border-error text-error'}`}
            >
              {way.count}
            </span>
            <span className="min-w-0">
              <span className="text-ink-2">{way.by}</span>{' '}
              <span className="font-mono text-value break-all">{way.value}</span>
              <span className="block text-small text-ink-3">{way.why}</span>
            </span>
            {own(way) ? (
              <span className="text-small text-ink-3">in use</span>
            ) : (
              way.count === 1 && <LinkButton onClick={() => use(way.by, way.value)}>Use it</LinkButton>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function whyNone(trial: ElementTrial | undefined): string {
  if (!trial) return 'Try the page to see other ways.';
  if (trial.example !== undefined) {
    return `It was tried as “${trial.example}”; what else finds that one finds no other.`;
  }
  return 'Nothing to compare with: its locator does not find one element that is shown.';
}
