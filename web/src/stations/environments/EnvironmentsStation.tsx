import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearch } from 'wouter';
import { get, post } from '@/api/client';
import { useBlocks } from '@/api/queries';
import type { BlockNode, EnvironmentColumn, EnvironmentsView, EnvironmentValue, KeptValueView } from '@/api/types';
import { useCrumbs } from '@/app/crumbs';
import { useEnvironment } from '@/app/environment';
import { documentPlace, ENVIRONMENTS } from '@/app/places';
import { LinkButton } from '@/parts/Button';
import { Columns } from '@/parts/Columns';
import { InlineText } from '@/parts/InlineText';
import { Wrong } from '@/parts/Wrong';
import { type BlockGroup, BlockList } from '@/stations/documents/BlockList';
import { DocumentStation } from '@/stations/documents/DocumentStation';
import { NewBlock } from '@/stations/documents/NewBlock';
import { setValue, typeIn } from './setValue';

/** Values side by side over environments, the browsers, and what runs kept for later ones. */
export function EnvironmentsStation({ path }: { path: string }) {
  const line = Number(new URLSearchParams(useSearch()).get('line') ?? 0);
  const { data: blocks } = useBlocks();
  const own = (blocks ?? []).filter(({ kind }) => kind === 'environment' || kind === 'browser');
  if (path === '') return <SideBySide />;
  const shown =
    own.filter((block) => block.path === path && block.line <= line).at(-1) ?? own.find((b) => b.path === path);
  const contents = <EnvironmentList open={shown ? keyOf(shown) : ''} />;
  return <DocumentStation path={path} station={{ home: ENVIRONMENTS, word: 'Environments', contents }} />;
}

const keyOf = (block: BlockNode) => `${block.path}:${block.line}`;

function SideBySide() {
  const { data, error, refetch } = useQuery({
    queryKey: ['environments'],
    queryFn: () => get<EnvironmentsView>('/api/environments'),
  });
  useCrumbs([{ word: 'Environments' }]);
  return (
    <Columns
      station="environments"
      contents={{ name: 'Contents', content: <EnvironmentList open="side by side" /> }}
      lens={null}
    >
      <header className="flex-none px-4 pt-2.5">
        <h1 className="text-title leading-[26px] font-semibold">Side by side</h1>
        <p className="text-ink-2">
          Names down, environments across. What one takes over from another is slanted; type over it to give it a value
          of its own.
        </p>
      </header>
      <Wrong what="The environments" error={error} again={refetch} />
      <div className="min-h-0 flex-1 overflow-auto px-4 pt-3 pb-8">
        {data && data.environments.length === 0 && (
          <p className="text-ink-2">
            No environment yet. One says where the tested application is, and other values that differ from place to
            place; make one with the plus on the left.
          </p>
        )}
        {data && data.environments.length > 0 && <ValuesGrid view={data} />}
        {data && <KeptValues kept={data.kept} />}
      </div>
    </Columns>
  );
}

function ValuesGrid({ view }: { view: EnvironmentsView }) {
  const queries = useQueryClient();
  const [wrong, setWrong] = useState('');
  const working = useEnvironment();
  const write = async (of: EnvironmentColumn, value: EnvironmentValue, text: string) => {
    setWrong('');
    try {
      if (value.secret && !text.includes('<')) await typeIn(of, value, text);
      else await setValue(of, value, text);
      await queries.invalidateQueries({ queryKey: ['environments'] });
    } catch (failed) {
      setWrong(failed instanceof Error ? failed.message : String(failed));
    }
  };
  return (
    <>
      {wrong && (
        <p role="alert" className="mb-2 bg-failed-wash px-3 py-1.5">
          {wrong}
        </p>
      )}
      <table aria-label="Values of the environments" className="w-full border-collapse text-left">
        <thead className="border-b-[1.5px] border-rule">
          <tr className="h-9">
            <th scope="col" className="w-48 pr-3 text-caption font-normal text-ink-3">
              name
            </th>
            {view.environments.map((each) => (
              <th key={each.name} scope="col" className="border-l border-hair px-2 font-normal">
                <Link
                  to={documentPlace(each.path, { line: each.line, station: ENVIRONMENTS })}
                  className="font-semibold hover:underline"
                  title={each.note}
                >
                  {each.name}
                </Link>
                {each.name === working && <span className="ml-2 text-small text-accent">in force</span>}
                {each.like && <span className="ml-2 text-small text-ink-3">like {each.like}</span>}
              </th>
            ))}
            <th scope="col" className="border-l border-hair px-2 text-caption font-normal text-ink-3">
              note
            </th>
          </tr>
        </thead>
        <tbody>
          {view.values.map((value) => (
            <tr key={value.name} className="h-7 border-b border-hair">
              <th scope="row" className="pr-3 font-normal">
                <span className="ref" data-origin="environment">
                  {value.name}
                </span>
                {value.secret && <span className="ml-2 text-small text-ink-3">secret</span>}
              </th>
              {view.environments.map((each, index) => {
                const cell = value.cells[index];
                return (
                  <td key={each.name} className="max-w-72 border-l border-hair px-1.5 font-mono text-value">
                    <InlineText
                      as="span"
                      label={`${value.name} in ${each.name}`}
                      text={value.secret && cell?.text === '•••' ? '' : (cell?.text ?? '')}
                      shown={
                        cell?.text === '•••' ? (cell.typed ? '••• (typed in)' : '••• (in its document)') : undefined
                      }
                      secret={value.secret}
                      placeholder={value.secret ? 'not set' : 'no value'}
                      className={cell?.from ? 'text-ink-3 italic' : ''}
                      onCommit={(text) => void write(each, value, text)}
                    />
                  </td>
                );
              })}
              <td className="truncate border-l border-hair px-2 text-ink-2">{value.note}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

/** What a run published for later ones. */
function KeptValues({ kept }: { kept: readonly KeptValueView[] }) {
  const queries = useQueryClient();
  const [wrong, setWrong] = useState('');
  const forget = async (value: KeptValueView) => {
    try {
      await post('/api/environments/forget', { environment: value.environment, name: value.name });
      await queries.invalidateQueries({ queryKey: ['environments'] });
    } catch (failed) {
      setWrong(failed instanceof Error ? failed.message : String(failed));
    }
  };
  return (
    <section aria-label="Kept values" className="mt-6">
      <h2 className="font-semibold">Kept values</h2>
      {wrong && (
        <p role="alert" className="text-failed">
          {wrong}
        </p>
      )}
      {kept.length === 0 ? (
        <p className="text-ink-2">
          None. A step <span className="font-mono text-value">publish … keep=yes</span> keeps a value for later runs; it
          is listed here, and can be forgotten.
        </p>
      ) : (
        <table aria-label="Kept values" className="mt-1 border-collapse border-t-[1.5px] border-rule text-left">
          <tbody>
            {kept.map((value) => (
              <tr key={`${value.environment} ${value.name}`} className="h-7 border-b border-hair">
                <th scope="row" className="pr-6 font-normal">
                  <span className="ref" data-origin="kept">
                    {value.name}
                  </span>
                </th>
                <td className="max-w-96 truncate pr-6 font-mono text-value">{value.value}</td>
                <td className="pr-6 text-ink-2">{value.environment || 'no environment'}</td>
                <td>
                  <LinkButton onClick={() => forget(value)}>Forget</LinkButton>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

function EnvironmentList({ open }: { open: string }) {
  const { data: blocks } = useBlocks();
  const of = (kind: string) =>
    (blocks ?? [])
      .filter((block) => block.kind === kind)
      .map((block) => ({
        ...block,
        key: keyOf(block),
        to: documentPlace(block.path, { line: block.line, station: ENVIRONMENTS }),
        open: keyOf(block) === open,
      }));
  const grid = {
    key: 'side by side',
    name: 'Side by side',
    note: '',
    detail: '',
    errors: 0,
    warnings: 0,
    to: ENVIRONMENTS,
    open: open === 'side by side',
  };
  const environments = of('environment');
  const groups: BlockGroup[] = [
    { word: 'Environments', blocks: environments.length > 0 ? [grid, ...environments] : [] },
    { word: 'Browsers', blocks: of('browser') },
  ];
  return (
    <BlockList
      label="Environments and browsers"
      groups={groups}
      add={<NewBlock kinds={['environment', 'browser']} station={ENVIRONMENTS} usualPath="environments.elmt" />}
      empty="No environment yet. Make one with the plus above."
    />
  );
}
