import { Play } from 'lucide-react';
import { Link } from 'wouter';
import { useStartRun } from '@/api/queries';
import type { CasePlanView, ExecutableView } from '@/api/types';
import { documentPlace } from '@/app/places';
import { Button } from '@/parts/Button';

/** One executable case: its row, and where it comes from. */
export function ExecutableLens({ chosen }: { chosen: { of: CasePlanView; executable: ExecutableView } | null }) {
  const start = useStartRun();
  return (
    <>
      <div className="flex h-9 flex-none items-center border-b border-hair px-3.5">
        <h2 className="font-semibold">Executable case</h2>
      </div>
      {!chosen && <p className="px-3.5 py-3 text-ink-2">Select one to see its values and to run it alone.</p>}
      {chosen && (
        <div className="overflow-y-auto">
          <section className="border-b border-hair px-3.5 pt-2.5 pb-3">
            <h3 className="mb-1 text-case font-semibold">{chosen.executable.name}</h3>
            <Facts
              facts={[
                ['suite', chosen.of.suite],
                ['tags', chosen.of.tags.join(', ')],
                ['environment', chosen.executable.environment],
                ['browser', chosen.executable.browser || 'usual'],
              ]}
            />
          </section>
          {chosen.executable.row > 0 && (
            <section className="border-b border-hair px-3.5 pt-2.5 pb-3">
              <h3 className="mb-1 text-small font-semibold text-ink-3">Row {chosen.executable.row}</h3>
              <Facts facts={Object.entries(chosen.executable.values)} mono />
            </section>
          )}
          {chosen.executable.fault && (
            <p className="border-b border-hair bg-error-wash px-3.5 py-2">{chosen.executable.fault}</p>
          )}
          <div className="flex gap-1.5 px-3.5 py-3">
            <Button
              small
              onClick={() => start({ title: chosen.executable.name, identities: [chosen.executable.identity] })}
            >
              <Play size={11} aria-hidden />
              Run it
            </Button>
            <Link
              to={documentPlace(chosen.of.path, { line: chosen.of.line })}
              className="inline-flex h-6 items-center rounded-field border border-hair-strong bg-surface px-2 text-[12px] font-medium hover:border-field"
            >
              Open its case
            </Link>
          </div>
        </div>
      )}
    </>
  );
}

function Facts({ facts, mono = false }: { facts: [string, string][]; mono?: boolean }) {
  return (
    <dl className="grid grid-cols-[86px_1fr] gap-y-1">
      {facts
        .filter(([, value]) => value !== '' || mono)
        .map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-ink-2">{name}</dt>
            <dd
              className={
                mono ? 'font-mono text-value underline decoration-[var(--origin-column)] underline-offset-[3px]' : ''
              }
            >
              {value}
            </dd>
          </div>
        ))}
    </dl>
  );
}
