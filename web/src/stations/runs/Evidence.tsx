import { Link } from 'wouter';
import type { CaseRunView, EvidenceView, StepRunView } from '@/api/types';
import { runPlace } from '@/app/places';
import { counted } from '@/parts/counted';
import { ellipsis } from '@/parts/ellipsis';
import { Outcome, outcomeWord } from '@/parts/Outcome';

/** The picture, source and values that a step left. */
export function Evidence({ view, step }: { view: CaseRunView; step: StepRunView | null }) {
  const pictures = step?.evidence.filter((one) => one.kind === 'picture') ?? [];
  const source = step?.evidence.find((one) => one.kind === 'source');
  const downloads = step?.evidence.filter((one) => one.kind === 'download') ?? [];
  return (
    <aside aria-label="Evidence" className="w-[300px] flex-none overflow-y-auto border-l border-hair-strong bg-ground">
      <section className="border-b border-hair px-3.5 pt-2.5 pb-3">
        <h3 className="mb-1.5 text-small font-semibold text-ink-3">Picture</h3>
        {pictures.map((picture) => (
          <Picture key={picture.file} picture={picture} />
        ))}
        {pictures.length === 0 && (
          <p className="text-ink-2">
            {step ? 'None was taken at this step.' : 'Pictures are taken where a step fails.'}
          </p>
        )}
        {source && (
          <a
            href={`/api/evidence/${source.file}`}
            target="_blank"
            rel="noreferrer"
            ref={ellipsis}
            className="mt-1.5 block font-medium text-accent hover:underline"
            title={source.note}
          >
            Source of the page
          </a>
        )}
      </section>
      {downloads.length > 0 && (
        <section className="border-b border-hair px-3.5 pt-2.5 pb-3">
          <h3 className="mb-1.5 text-small font-semibold text-ink-3">Downloaded</h3>
          {downloads.map((one) => (
            <a
              key={one.file}
              href={`/api/evidence/${one.file}`}
              download={one.note}
              ref={ellipsis}
              className="block font-medium text-accent hover:underline"
            >
              {one.note}
            </a>
          ))}
        </section>
      )}
      {step && step.resolved.length > 0 && (
        <Values
          title={`Values of “${step.keyword}”`}
          values={step.resolved.map((named) => [named.name, named.value])}
        />
      )}
      {view.testCase.row > 0 && (
        <Values title={`Row ${view.testCase.row}`} values={Object.entries(view.testCase.values)} />
      )}
      <section className="px-3.5 pt-2.5 pb-3">
        <h3 className="mb-1.5 flex justify-between text-small font-semibold text-ink-3">
          This case before
          <span className="font-normal">{counted(view.history.length, 'run')}</span>
        </h3>
        <div className="flex flex-wrap gap-1">
          {view.history.map((one) => (
            <Link key={one.run} to={runPlace(one.run)} title={`Run ${one.run}: ${outcomeWord(one.outcome)}`}>
              <Outcome of={one.outcome} />
            </Link>
          ))}
        </div>
      </section>
    </aside>
  );
}

function Picture({ picture }: { picture: EvidenceView }) {
  return (
    <figure>
      <a href={`/api/evidence/${picture.file}`} target="_blank" rel="noreferrer">
        <img
          src={`/api/evidence/${picture.file}`}
          alt={`The page, ${picture.note || 'as the step saw it'}`}
          className="w-full border border-hair-strong"
        />
      </a>
      <figcaption className="flex justify-between pt-1 text-[12px] text-ink-2">{picture.note}</figcaption>
    </figure>
  );
}

function Values({ title, values }: { title: string; values: [string, string][] }) {
  return (
    <section className="border-b border-hair px-3.5 pt-2.5 pb-3">
      <h3 className="mb-1.5 text-small font-semibold text-ink-3">{title}</h3>
      <dl className="grid grid-cols-[80px_1fr] gap-y-1">
        {values.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-ink-2">{name}</dt>
            <dd className="font-mono text-value break-words">{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
