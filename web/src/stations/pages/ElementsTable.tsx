import type { ElementTrial, ElementView, PageTrialView, PageView } from '@/api/types';
import { LinkButton } from '@/parts/Button';
import { ellipsis } from '@/parts/ellipsis';
import { ProblemMark } from '@/parts/ProblemMark';

/** The elements of a page: how each is found, and how many its locator finds now. */
export function ElementsTable({
  page,
  trial,
  chosen,
  choose,
  repair,
}: {
  page: PageView;
  trial: PageTrialView | null;
  chosen: string | null;
  choose: (name: string) => void;
  repair: (of: ElementView, by: string, value: string) => void;
}) {
  const tried = new Map(trial?.elements.map((each) => [each.name, each]));
  return (
    <table
      aria-label={`Elements of ${page.name}`}
      className="mx-4 w-[calc(100%-2rem)] table-fixed border-collapse text-left"
    >
      <thead className="border-b-[1.5px] border-rule text-caption text-ink-3">
        <tr>
          <th scope="col" className="w-[30px] font-normal">
            <span className="sr-only">number</span>
          </th>
          <th scope="col" className="w-[22%] px-2 font-normal">
            element
          </th>
          <th scope="col" className="w-[70px] px-2 font-normal">
            by
          </th>
          <th scope="col" className="px-2 font-normal">
            locator
          </th>
          <th scope="col" className="w-[26%] px-2 font-normal">
            note
          </th>
          <th scope="col" className="w-[46px] text-right font-normal">
            finds
          </th>
        </tr>
      </thead>
      <tbody>
        {page.elements.map((element, index) => (
          <ElementRows
            key={element.line}
            element={element}
            number={index + 1}
            trial={tried.get(element.name)}
            chosen={chosen === element.name}
            choose={() => choose(element.name)}
            repair={(by, value) => repair(element, by, value)}
          />
        ))}
        {page.elements.length === 0 && (
          <tr className="h-9 border-b border-hair">
            <td colSpan={6} className="px-2 text-ink-2">
              No element yet. Try the page, and take elements from its picture; or type them in the table.
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}

function ElementRows({
  element,
  number,
  trial,
  chosen,
  choose,
  repair,
}: {
  element: ElementView;
  number: number;
  trial: ElementTrial | undefined;
  chosen: boolean;
  choose: () => void;
  repair: (by: string, value: string) => void;
}) {
  // That the one of a row or of a name is not there now says nothing of the others.
  const missing = trial?.count === 0 && trial.example === undefined;
  return (
    <>
      <tr aria-selected={chosen} className={`h-7 border-b border-hair ${chosen ? 'bg-select' : ''}`} onClick={choose}>
        <td className="border-r border-hair pr-[9px] text-right text-[12px] text-ink-3">{number}</td>
        <th scope="row" ref={ellipsis} className="px-2 font-medium">
          <button type="button" onClick={choose} ref={ellipsis} className="max-w-full text-left hover:underline">
            {element.name}
          </button>
        </th>
        <td className="px-2 text-ink-2">{element.by}</td>
        <td ref={ellipsis} className="px-2 font-mono text-value" title={element.locator}>
          {element.locator}
        </td>
        <td ref={ellipsis} className="px-2 text-ink-2">
          {element.fragile ? (
            <span className="inline-flex items-center gap-1 text-error">
              <ProblemMark severity="warning" /> fragile: {element.fragile}
            </span>
          ) : (
            element.note
          )}
        </td>
        <td className="text-right">
          <Finds trial={trial} />
        </td>
      </tr>
      {missing && (
        <tr className="border-b border-hair bg-error-wash">
          <td />
          <td colSpan={5} className="px-2 py-1">
            <span className="flex items-center gap-3">
              <span className="flex-1">
                {trial.fault || 'Not on the page now.'}
                {trial.repair && (
                  <>
                    {' '}
                    Most like it is {trial.repair.by} <b className="font-mono text-value">{trial.repair.value}</b> (
                    {Math.round(trial.repair.likeness * 100)} %).
                  </>
                )}
              </span>
              {trial.repair && (
                <LinkButton onClick={() => trial.repair && repair(trial.repair.by, trial.repair.value)}>
                  Use it
                </LinkButton>
              )}
            </span>
          </td>
        </tr>
      )}
    </>
  );
}

const FINDS_LOOK = {
  one: 'border-accent text-accent',
  several: 'border-error text-error',
  none: 'border-failed text-failed',
  exampleOnly: 'border-hair-strong text-ink-2',
};

function Finds({ trial }: { trial: ElementTrial | undefined }) {
  if (!trial) return null;
  if (trial.count === undefined) {
    return (
      <span
        title="Its name has places, which no step fills with values that it could be tried with"
        className="text-small text-ink-3"
      >
        places
      </span>
    );
  }
  const none = trial.example === undefined ? 'none' : 'exampleOnly';
  const look = FINDS_LOOK[trial.count === 1 ? 'one' : trial.count === 0 ? none : 'several'];
  return (
    <span
      title={trial.example && `As “${trial.example}”`}
      className={`inline-block min-w-6 border px-1.5 text-center leading-5 font-semibold ${look}`}
    >
      <span className="sr-only">{trial.example ? `as ${trial.example} ` : ''}finds </span>
      {trial.count}
    </span>
  );
}
