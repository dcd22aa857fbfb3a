import { useStartRun } from '@/api/queries';
import type { CaseNode } from '@/api/types';
import { caseInSuite } from '@/document/words';
import { counted } from '@/parts/counted';
import { Outcome } from '@/parts/Outcome';
import { RunButton } from '@/parts/RunButton';
import { TextPieces } from '@/parts/TextPieces';

/** The case that the cursor of a text is in: how it ended, and its run. */
export function CaseCard({ suite, of }: { suite: string; of: CaseNode }) {
  const start = useStartRun();
  const { name, nameParts, executableCount, exclusionReason, last } = of;
  return (
    <section aria-label="Case" className="border-b border-hair px-3.5 pt-2.5 pb-3">
      <h2 className="flex items-start gap-2 font-semibold">
        <span className="grid h-[18px] place-items-center">
          <Outcome of={last} />
        </span>
        <span>
          <TextPieces pieces={nameParts} />
        </span>
      </h2>
      <p className="mt-1 mb-2 text-small text-ink-3">
        {exclusionReason ?? counted(executableCount, 'executable case')}
      </p>
      {executableCount > 0 && (
        <RunButton count={executableCount} run={() => start({ title: name, cases: [caseInSuite(suite, name)] })} />
      )}
    </section>
  );
}
