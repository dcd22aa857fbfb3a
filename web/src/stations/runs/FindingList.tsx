import { useEffect, useState } from 'react';
import { useLocation } from 'wouter';
import { useDecide, useFindings } from '@/api/queries';
import type { DecidedView, FindingView, RunCaseView, SharedValueView } from '@/api/types';
import { caseOfRunPlace } from '@/app/places';
import { useAttempt } from '@/parts/attempt';
import { LinkButton } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { ErrorLine } from '@/parts/ErrorLine';
import { ellipsis } from '@/parts/ellipsis';
import { Outcome } from '@/parts/Outcome';
import { SegmentedChoice } from '@/parts/SegmentedChoice';
import { clockTime } from '@/parts/times';
import { Wrong } from '@/parts/Wrong';
import { CaseLink } from './CaseLink';

const FIRST_CASES = 3;
const FIRST_FINDINGS = 50;

/** What a finding can be, as people decide. */
const VERDICTS = ['product', 'test', 'data', 'environment', 'unstable'].map((word) => ({ value: word, word }));

/** The failures of a run by cause, those with most cases first; `open` is the case that is shown beside them. */
export function FindingList({ run, open }: { run: number; open: number | null }) {
  const { data, error, refetch } = useFindings(run);
  const [shown, setShown] = useState(FIRST_FINDINGS);
  const [, go] = useLocation();
  const findings = data?.findings ?? [];
  const first = findings[0]?.cases[0]?.number;
  useEffect(() => {
    if (open === null && first !== undefined) go(caseOfRunPlace(run, first), { replace: true });
  }, [open, first, run, go]);
  const left = findings.length - shown;
  return (
    <>
      <Wrong what="What was found in this run" error={error} again={refetch} />
      {data && data.grouped < data.notPassed && (
        <p className="border-b border-hair bg-sunk px-3 py-1.5 text-ink-2">
          These are the first {data.grouped.toLocaleString('en')} of {data.notPassed.toLocaleString('en')} cases that
          did not pass.
        </p>
      )}
      {findings.slice(0, shown).map((finding) => (
        <Finding key={finding.key} run={run} finding={finding} open={open} />
      ))}
      {left > 0 && (
        <p className="px-3 py-2">
          <LinkButton onClick={() => setShown(shown + FIRST_FINDINGS)}>{counted(left, 'more finding')}</LinkButton>
        </p>
      )}
    </>
  );
}

function Finding({ run, finding, open }: { run: number; finding: FindingView; open: number | null }) {
  const [all, setAll] = useState(false);
  const [example] = finding.cases;
  if (!example) return null;
  const message = example.failure?.message ?? '';
  const isOpen = finding.cases.some((one) => one.number === open);
  const cases = all ? finding.cases : finding.cases.slice(0, FIRST_CASES);
  const title = message.replace(/\.$/, '');
  return (
    <section
      aria-label={title}
      className={`border-b border-hair-strong py-2.5 pr-3 pl-3 ${isOpen ? 'shadow-[inset_3px_0_var(--select-edge)]' : ''}`}
    >
      <h2 className="flex gap-2">
        <span className="pt-0.5">
          <Outcome of={example.outcome} />
        </span>
        <span className="min-w-0 flex-1 font-semibold [overflow-wrap:anywhere]">{title}</span>
        <span className="flex-none text-ink-3">{counted(finding.count, 'case')}</span>
      </h2>
      <Texts failure={example.failure} />
      <ul className="mt-1">
        {cases.map((one) => (
          <li key={one.number}>
            <CaseLink run={run} one={one} open={one.number === open} />
          </li>
        ))}
      </ul>
      {finding.count > cases.length && (
        <p className="pl-6">
          {all ? (
            <span className="text-ink-3">and {finding.count - cases.length} more, in the list of all cases</span>
          ) : (
            <LinkButton onClick={() => setAll(true)}>and {finding.count - cases.length} more</LinkButton>
          )}
        </p>
      )}
      {finding.shared.length > 0 && <Shared values={finding.shared} />}
      <Verdict run={run} finding={finding.key} decided={finding.decided} />
    </section>
  );
}

function Texts({ failure }: { failure: RunCaseView['failure'] }) {
  const facts = [
    ['wanted', failure?.wanted, 'decoration-passed'],
    ['found', failure?.found, 'decoration-failed'],
  ] as const;
  return (
    <dl className="grid grid-cols-[52px_1fr] pl-6">
      {facts.map(
        ([word, value, colour]) =>
          value !== undefined && (
            <div key={word} className="contents">
              <dt className="text-small leading-5 text-ink-3">{word}</dt>
              <dd
                ref={ellipsis}
                title={value}
                className={`font-mono text-value underline decoration-2 underline-offset-[3px] ${colour}`}
              >
                {value === '' ? <span className="font-sans text-ink-3">nothing</span> : value}
              </dd>
            </div>
          ),
      )}
    </dl>
  );
}

/** The values that all cases of a finding have in their rows: of the run's cases with each, how many did not pass. */
function Shared({ values }: { values: readonly SharedValueView[] }) {
  return (
    <table aria-label="What these cases share" className="mt-1.5 ml-6 w-[calc(100%-1.5rem)] table-fixed text-left">
      <tbody>
        {values.map(({ name, value, notPassed, all }) => (
          <tr key={name} className="h-6">
            <th scope="row" ref={ellipsis} title={name} className="w-[84px] pr-2 font-normal text-ink-2">
              {name}
            </th>
            <td ref={ellipsis} title={value} className="pr-2 font-mono text-value">
              <span className="ref" data-origin="column">
                {value}
              </span>
            </td>
            <td
              className="w-[96px] text-right text-small text-ink-2"
              title={`Of ${counted(all, 'case')} with this value, ${notPassed} did not pass`}
            >
              <span aria-hidden className="mr-1.5 inline-block h-1.5 w-9 bg-passed/20 align-middle">
                <span
                  className="block h-full bg-failed"
                  style={{ width: `${(100 * notPassed) / Math.max(1, all)}%` }}
                />
              </span>
              {notPassed} of {all}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Verdict({ run, finding, decided }: { run: number; finding: string; decided?: DecidedView }) {
  const decide = useDecide(run);
  const { attempt, wrong } = useAttempt();
  const set = (verdict: string) => attempt(() => decide(finding, verdict));
  return (
    <div className="mt-2 pl-6">
      <SegmentedChoice label="Verdict" options={VERDICTS} value={decided?.verdict ?? ''} onChange={set} />
      <p className="mt-1 flex justify-between text-small text-ink-3">
        {decided ? (
          <>
            <span title={clockTime(decided.at)}>
              {decided.author || 'Somebody'}, in run {decided.run}
            </span>
            <LinkButton onClick={() => set('')}>Take back</LinkButton>
          </>
        ) : (
          'Not decided'
        )}
      </p>
      <ErrorLine text={wrong} />
    </div>
  );
}
