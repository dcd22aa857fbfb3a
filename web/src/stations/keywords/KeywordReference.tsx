import type { KeywordView, ParameterView } from '@/api/types';
import { KEYWORDS } from '@/app/places';
import { UsesList } from '@/lens/UsesList';
import { ellipsis } from '@/parts/ellipsis';
import { LetterColumn, StepsRead } from '@/parts/StepsRead';
import { ViewChoice } from '@/stations/documents/ViewChoice';

/** A keyword as a page of a reference: what it does, takes, gives, how it is written, and who calls it. */
export function KeywordReference({ keyword }: { keyword: KeywordView }) {
  return (
    <article aria-label={keyword.name} className="min-h-0 flex-1 overflow-y-auto px-6 pt-2.5 pb-10">
      <header className="flex h-7 items-center gap-2.5">
        <h1 ref={ellipsis} className="flex-1 text-title leading-[26px] font-semibold">
          {keyword.name}
        </h1>
        {keyword.path ? (
          <ViewChoice
            of="the keyword"
            own="Reference"
            at={{ path: keyword.path, line: keyword.line }}
            station={KEYWORDS}
          />
        ) : (
          <span className="text-small text-ink-3">built in, {keyword.group}</span>
        )}
      </header>
      <p className="max-w-[70ch] whitespace-pre-line text-case text-ink-2">{keyword.note || 'It has no note yet.'}</p>
      {keyword.phrases.map((phrase) => (
        <p key={phrase} className="mt-1">
          <span className="text-caption text-ink-3">also said as </span>
          <Phrase phrase={phrase} />
        </p>
      ))}
      <Takes takes={keyword.takes} />
      <Gives keyword={keyword} />
      {keyword.steps.length > 0 && (
        <>
          <Heading word="Steps" />
          <StepsRead rows={keyword.steps} label="Steps" />
        </>
      )}
      <Heading word="In a table" />
      <Example keyword={keyword} />
      {keyword.phrases.length > 0 && (
        <>
          <Heading word="In a scenario" />
          {keyword.phrases.map((phrase) => (
            <p key={phrase} className="border-b border-hair py-1 font-mono text-value first-of-type:border-t-[1.5px]">
              <span className="text-ink-3">When </span>
              {said(phrase, keyword.takes)}
            </p>
          ))}
        </>
      )}
      <div className="mt-5">
        <UsesList kind="keyword" name={keyword.name} columns={2} word="call" />
      </div>
    </article>
  );
}

const Heading = ({ word, more }: { word: string; more?: string }) => (
  <h2 className="mt-4 mb-1.5 flex items-baseline gap-2 font-semibold">
    {word}
    {more && <span className="font-normal text-ink-3">{more}</span>}
  </h2>
);

/** A phrase with its parameters as chips. */
function Phrase({ phrase }: { phrase: string }) {
  return phrase.split(/(<[^<>]*>)/).map((part, index) =>
    part.startsWith('<') ? (
      // biome-ignore lint/suspicious/noArrayIndexKey: a part of a phrase is its place
      <span key={index} className="ref" data-origin="parameter">
        {part.slice(1, -1)}
      </span>
    ) : (
      part
    ),
  );
}

function Takes({ takes }: { takes: readonly ParameterView[] }) {
  if (takes.length === 0) return <Heading word="Takes" more="nothing" />;
  return (
    <>
      <Heading word="Takes" />
      <table aria-label="Takes" className="w-full border-collapse text-left">
        <thead className="border-b-[1.5px] border-rule text-caption text-ink-3">
          <tr>
            {['name', 'kind and allowed values', 'if left out', 'note'].map((word) => (
              <th key={word} scope="col" className="py-0.5 pr-4 font-normal">
                {word}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {takes.map((parameter) => (
            <tr key={parameter.name} className="h-7 border-b border-hair">
              <th scope="row" className="pr-4 font-normal">
                <span className="ref" data-origin="parameter">
                  {parameter.name}
                </span>
              </th>
              <td className="pr-4">{parameter.kind || 'text'}</td>
              <td className="pr-4">
                {parameter.fallback ? (
                  <span className="font-mono text-value">
                    {parameter.kind === 'secret' ? '•••' : parameter.fallback}
                  </span>
                ) : (
                  <span className="text-ink-2">{parameter.optional ? 'may be left out' : 'must be given'}</span>
                )}
              </td>
              <td className="text-ink-2">{parameter.note}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function Gives({ keyword: { gives } }: { keyword: KeywordView }) {
  if (gives.length === 0) return <Heading word="Gives" more="nothing" />;
  return (
    <>
      <Heading word="Gives" />
      <table aria-label="Gives" className="w-full border-collapse border-t-[1.5px] border-rule text-left">
        <tbody>
          {gives.map((output) => (
            <tr key={output.name} className="h-7 border-b border-hair">
              <th scope="row" className="w-40 pr-4 font-normal">
                <span className="ref" data-origin="kept">
                  {output.name}
                </span>
              </th>
              <td className="w-40 pr-4">{output.kind || 'text'}</td>
              <td className="text-ink-2">{output.note}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

/** How a step that calls it looks. */
function Example({ keyword: { name, takes, gives } }: { keyword: KeywordView }) {
  const results = `=> ${gives.map((output) => output.name).join(', ')}`;
  return (
    <table aria-label="Example" className="w-full table-fixed border-collapse border-y-[1.5px] border-y-rule text-left">
      <colgroup>
        <LetterColumn texts={[name]} />
        {takes.length > 0 && <col span={takes.length} />}
        {gives.length > 0 && <LetterColumn texts={[results]} />}
      </colgroup>
      <tbody>
        <tr className="h-7">
          <th scope="row" title={name} ref={ellipsis} className="px-2 font-medium">
            {name}
          </th>
          {takes.map((parameter) => (
            <td key={parameter.name} className="relative px-2 font-mono text-value">
              <span className="capt">{parameter.name}</span>
              <span ref={ellipsis} className="block" title={sample(parameter)}>
                {sample(parameter)}
              </span>
            </td>
          ))}
          {gives.length > 0 && (
            <td title={results} ref={ellipsis} className="border-l border-hair px-2 font-mono text-value">
              {results}
            </td>
          )}
        </tr>
      </tbody>
    </table>
  );
}

/** A value that would fit. */
function sample({ name, kind, fallback }: ParameterView): string {
  if (fallback && kind !== 'secret') return fallback;
  const choices = kind.match(/^(?:one of|choice)\s+(.+)$/)?.[1]?.split(/, | or /);
  if (choices?.[0]) return choices[0];
  if (kind.startsWith('number')) return '2';
  if (kind.startsWith('yes')) return 'yes';
  return `(${name})`;
}

const said = (phrase: string, takes: readonly ParameterView[]) =>
  phrase
    .replace(/\[[^\]]*\]/g, '')
    .replace(/<([^<>]*)>/g, (_, name: string) => {
      const parameter = takes.find((each) => each.name === name);
      return parameter ? sample(parameter) : name;
    })
    .replace(/ +/g, ' ')
    .trim();
