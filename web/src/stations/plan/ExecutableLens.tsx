import { useQuery } from '@tanstack/react-query';
import { Play, X } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'wouter';
import { get } from '@/api/client';
import { useStartRun } from '@/api/queries';
import type { CasePlanView, ExecutableView, OrderPart, OrderView } from '@/api/types';
import { documentPlace, orderPlace } from '@/app/places';
import { Button, IconButton } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { outcomeWord } from '@/parts/Outcome';
import { formatDuration } from '@/parts/times';
import { howOften } from '@/stations/fixtures/bands';

/** One executable case: its row, what surrounds it, and where it comes from. */
export function ExecutableLens({
  of,
  executable,
  close,
}: {
  of: CasePlanView;
  executable: ExecutableView;
  close: () => void;
}) {
  const start = useStartRun();
  const { data: order } = useQuery({
    queryKey: ['order', of.path, of.line],
    queryFn: () => get<OrderView>(`/api/order?${new URLSearchParams({ path: of.path, line: String(of.line) })}`),
  });
  const last = executable.last ? outcomeWord(executable.last) : 'never ran';
  const usual = executable.usualMillis === undefined ? '' : `, usually ${formatDuration(executable.usualMillis)}`;
  return (
    <aside
      aria-label="Executable case"
      className="flex w-[252px] flex-none flex-col border-l border-hair-strong bg-ground"
    >
      <div className="flex h-9 flex-none items-center border-b border-hair pr-1.5 pl-3.5">
        <h2 className="flex-1 font-semibold">Executable case</h2>
        <IconButton word="Close" onClick={close} className="text-ink-2">
          <X size={14} aria-hidden />
        </IconButton>
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto">
        <Part>
          <h3 className="mb-1 text-case font-semibold">{executable.name}</h3>
          <Facts
            facts={[
              ['suite', of.suite],
              ['tags', of.tags.join(', ')],
              ['environment', executable.environment],
              ['browser', executable.browser || 'usual'],
              ['last', `${last}${usual}`],
            ]}
          />
        </Part>
        {executable.row > 0 && (
          <Part title={`Row ${executable.row}`}>
            <Facts facts={Object.entries(executable.values)} mono />
          </Part>
        )}
        {executable.fault && <p className="border-b border-hair bg-error-wash px-3.5 py-2">{executable.fault}</p>}
        {order && <Order parts={order.parts} />}
        <div className="flex flex-wrap gap-1.5 px-3.5 py-3">
          <Button small onClick={() => start({ title: executable.name, identities: [executable.identity] })}>
            <Play size={11} aria-hidden />
            Run it
          </Button>
          <PlaceLink to={documentPlace(of.path, { line: of.line })}>Open its case</PlaceLink>
          <PlaceLink to={orderPlace(of.path, of.line)}>What surrounds it</PlaceLink>
        </div>
      </div>
    </aside>
  );
}

function PlaceLink({ to, children }: { to: string; children: ReactNode }) {
  return (
    <Link
      to={to}
      className="inline-flex h-6 items-center rounded-field border border-hair-strong bg-surface px-2 text-[12px] font-medium hover:border-field"
    >
      {children}
    </Link>
  );
}

function Part({ title, children }: { title?: string; children: ReactNode }) {
  return (
    <section className="border-b border-hair px-3.5 pt-2.5 pb-3">
      {title && <h3 className="mb-1 text-small font-semibold text-ink-3">{title}</h3>}
      {children}
    </section>
  );
}

/** What is carried out round the steps, in its order. */
function Order({ parts }: { parts: readonly OrderPart[] }) {
  const edge = (part: OrderPart) =>
    part.kind === 'fixture'
      ? 'border-[var(--origin-fixture)]'
      : part.phase === 'steps'
        ? 'border-accent'
        : 'border-hair-strong';
  const word = (part: OrderPart) =>
    part.phase === 'steps'
      ? part.steps.length > 0
        ? counted(part.steps.length, 'step')
        : 'the steps'
      : `${part.kind} ${part.name}${part.phase === 'after' && part.kind === 'fixture' ? ', torn down' : ''}`;
  return (
    <Part title="Order">
      <ol className="flex flex-col gap-1">
        {parts.map((part) => (
          <li
            key={`${part.phase} ${part.kind} ${part.name} ${part.path}:${part.line}`}
            className={`flex gap-2 border-l-[3px] pl-2 ${edge(part)}`}
          >
            <span className="min-w-0 flex-1">{word(part)}</span>
            {part.scope !== 'case' && <span className="text-small text-ink-3">{howOften(part.scope)}</span>}
          </li>
        ))}
      </ol>
    </Part>
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
