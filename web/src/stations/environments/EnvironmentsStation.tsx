import { useQuery } from '@tanstack/react-query';
import { get } from '@/api/client';
import { useBlocks } from '@/api/queries';
import type { BlockNode, EnvironmentsView } from '@/api/types';
import { useCrumbs } from '@/app/crumbs';
import { documentPlace, ENVIRONMENTS } from '@/app/places';
import { useAddressQuery } from '@/app/usePlace';
import { Columns } from '@/parts/Columns';
import { Wrong } from '@/parts/Wrong';
import { type BlockGroup, BlockList } from '@/stations/documents/BlockList';
import { DocumentStation } from '@/stations/documents/DocumentStation';
import { NewBlock } from '@/stations/documents/NewBlock';
import { KeptValues } from './KeptValues';
import { ValuesGrid } from './ValuesGrid';

/** Values side by side over environments, the browsers, and what runs kept for later ones. */
export function EnvironmentsStation({ path }: { path: string }) {
  const line = Number(useAddressQuery().get('line') ?? 0);
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
