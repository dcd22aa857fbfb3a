import { Link } from 'wouter';
import type { KeywordView } from '@/api/types';
import { documentPlace } from '@/app/places';
import { nameKey } from '@/document/words';
import { Keys, type KeysOf } from '@/parts/Keys';
import type { RowItem } from '@/sheet/items';
import type { Caret } from './DocumentLens';

/** Explains the step that is selected: what its keyword does, takes and gives. */
export function StepLens({
  row,
  caret,
  keywords,
  keys,
}: {
  row: RowItem | null;
  /** Null in a table. */
  caret: Caret | null;
  keywords: ReadonlyMap<string, KeywordView>;
  /** What is told where nothing is selected. */
  keys: KeysOf;
}) {
  const name = caret ? caret.keyword : row?.kind === 'step' ? row.step.keyword : undefined;
  const keyword = name ? keywords.get(nameKey(name)) : undefined;
  return keyword ? <KeywordCard keyword={keyword} /> : <Hint row={row} inText={caret !== null} keys={keys} />;
}

function Hint({ row, inText, keys }: { row: RowItem | null; inText: boolean; keys: KeysOf }) {
  if (row?.kind === 'step') {
    return (
      <p className="px-3.5 py-3 text-ink-2">
        {row.row.cells[0]?.source
          ? row.step.unbound
            ? `Keyword “${row.row.cells[0].source}” not found.`
            : ''
          : 'Type the name of a keyword, or a word of what it does.'}
      </p>
    );
  }
  return (
    <div className="px-3.5 py-3 text-ink-2">
      <p className="mb-3">
        {inText ? 'Put the cursor into a step' : 'Select a step'} to read what its keyword does and takes.
      </p>
      <Keys of={keys} />
      <p className="mt-3 text-small">
        <kbd className="kbd">Ctrl /</kbd> shows all keys.
      </p>
    </div>
  );
}

function KeywordCard({ keyword }: { keyword: KeywordView }) {
  return (
    <>
      <section className="border-b border-hair px-3.5 pt-2.5 pb-3">
        <h2 className="text-case font-semibold">{keyword.name}</h2>
        <p className="text-ink-2">{keyword.note || 'It has no note yet.'}</p>
        <p className="mt-1 text-small text-ink-3">{keyword.group}</p>
        {keyword.phrases.map((phrase) => (
          <p key={phrase} className="mt-1.5">
            <span className="text-caption text-ink-3">also said as</span> {phrase}
          </p>
        ))}
      </section>
      <section className="border-b border-hair px-3.5 pt-2.5 pb-3">
        <h3 className="mb-1.5 text-small font-semibold text-ink-3">Takes</h3>
        {keyword.takes.length === 0 && <p className="text-ink-2">nothing</p>}
        {keyword.takes.map((parameter) => (
          <div key={parameter.name} className="mb-1.5">
            <div className="flex justify-between gap-2">
              <span>{parameter.name}</span>
              <span className="text-small text-ink-3">
                {parameter.fallback
                  ? `if left out: ${parameter.fallback}`
                  : parameter.optional
                    ? 'may be left out'
                    : ''}
              </span>
            </div>
            <p className="text-small text-ink-3">{[parameter.kind, parameter.note].filter(Boolean).join(', ')}</p>
          </div>
        ))}
      </section>
      {keyword.gives.length > 0 && (
        <section className="border-b border-hair px-3.5 pt-2.5 pb-3">
          <h3 className="mb-1.5 text-small font-semibold text-ink-3">Gives</h3>
          {keyword.gives.map((output) => (
            <p key={output.name}>
              {output.name}{' '}
              <span className="text-small text-ink-3">{[output.kind, output.note].filter(Boolean).join(', ')}</span>
            </p>
          ))}
        </section>
      )}
      {keyword.path && (
        <p className="px-3.5 py-2.5">
          <Link
            to={documentPlace(keyword.path, { line: keyword.line })}
            className="font-medium text-accent hover:underline"
          >
            Go to its steps
          </Link>
        </p>
      )}
    </>
  );
}
