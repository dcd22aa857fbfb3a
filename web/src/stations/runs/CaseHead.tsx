import { Play } from 'lucide-react';
import { Link } from 'wouter';
import { useStartRun } from '@/api/queries';
import type { CaseRunView } from '@/api/types';
import { documentPlace } from '@/app/places';
import { Button } from '@/parts/Button';
import { ellipsis } from '@/parts/ellipsis';
import { Outcome, outcomeWord } from '@/parts/Outcome';

/** The name of a case in a run, its outcome, and what can be done next. */
export function CaseHead({ view }: { view: CaseRunView }) {
  const start = useStartRun();
  const { testCase, run } = view;
  const where = [testCase.suite, testCase.row > 0 ? `row ${testCase.row}` : '', run.environment, run.browser];
  return (
    <header className="flex flex-none items-center gap-3 border-b border-hair px-4 py-2">
      <Outcome of={testCase.outcome} size={20} />
      <div className="min-w-0 flex-1">
        <h2 ref={ellipsis} className="text-case font-semibold">
          {testCase.name}
        </h2>
        <p ref={ellipsis} className="text-small text-ink-3">
          {outcomeWord(testCase.outcome)}, {where.filter(Boolean).join(', ')}
        </p>
      </div>
      <Link
        to={documentPlace(testCase.document, { line: testCase.line })}
        className="inline-flex h-6 items-center rounded-field border border-hair-strong bg-surface px-2 text-[12px] font-medium hover:border-field"
      >
        Open its case
      </Link>
      <Button small onClick={() => start({ title: testCase.name, identities: [testCase.identity] })}>
        <Play size={11} aria-hidden />
        Run it again
      </Button>
    </header>
  );
}
