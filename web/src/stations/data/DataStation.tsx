import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useLocation } from 'wouter';
import { get } from '@/api/client';
import { useBlocks, useTree } from '@/api/queries';
import type { DataRowView, DataSetView } from '@/api/types';
import { useCrumbs } from '@/app/crumbs';
import { useEnvironment } from '@/app/environment';
import { DATA, dataSetPlace, documentPlace, fieldPlace } from '@/app/places';
import { useAddressQuery } from '@/app/usePlace';
import { isRecords } from '@/document/kinds';
import { nameKey } from '@/document/words';
import { Columns } from '@/parts/Columns';
import { DropArea } from '@/parts/DropArea';
import { ellipsis } from '@/parts/ellipsis';
import { Wrong } from '@/parts/Wrong';
import { type BlockGroup, BlockList } from '@/stations/documents/BlockList';
import { DocumentStation } from '@/stations/documents/DocumentStation';
import { NewBlock } from '@/stations/documents/NewBlock';
import { ViewChoice } from '@/stations/documents/ViewChoice';
import { DataGrid } from './DataGrid';
import { DataLens, type DataPlace } from './DataLens';
import { DataLine } from './DataLine';
import { FileReplacement } from './FileReplacement';
import { FileStation } from './file/FileStation';
import { FromFile, useSetsFromFile } from './SetsFromFile';

const PAGE = 200;

type Take = (file: File | undefined) => void;

/** The data sets: their rows, and what happens to them on the way. A file that is dropped gives further ones. */
export function DataStation({ path }: { path: string }) {
  const { take, dialog } = useSetsFromFile();
  return (
    <DropArea says="Make data sets of this file" take={take}>
      <DataPlaces path={path} take={take} />
      {dialog}
    </DropArea>
  );
}

function DataPlaces({ path, take }: { path: string; take: Take }) {
  const search = useAddressQuery();
  const line = Number(search.get('line') ?? 0);
  const { data: blocks } = useBlocks();
  const [, go] = useLocation();
  const own = (blocks ?? []).filter((block) => block.kind === 'data');
  if (path === '')
    return (
      <DataSetRows name={search.get('name') ?? ''} first={own[0]?.name} known={blocks !== undefined} take={take} />
    );
  if (isRecords(path))
    return <FileStation key={path} path={path} contents={<DataList open="" file={path} take={take} />} />;
  const shown =
    own.filter((block) => block.path === path && block.line <= line).at(-1) ?? own.find((b) => b.path === path);
  const station = {
    home: DATA,
    word: 'Data',
    contents: <DataList open={shown?.name ?? ''} take={take} />,
    also: { word: 'Rows', go: () => go(shown ? dataSetPlace(shown.name) : DATA) },
  };
  return <DocumentStation path={path} station={station} />;
}

function DataSetRows({
  name,
  first,
  known,
  take,
}: {
  name: string;
  first: string | undefined;
  known: boolean;
  take: Take;
}) {
  const [, go] = useLocation();
  const environment = useEnvironment();
  const [place, setPlace] = useState<DataPlace | null>(null);
  const [leftOut, setLeftOut] = useState(false);
  useEffect(() => {
    if (name === '' && first) go(dataSetPlace(first), { replace: true });
  }, [name, first, go]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another set has other rows
  useEffect(() => setPlace(null), [name]);
  const { data, error, refetch, fetchNextPage, hasNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: ['data', name, environment, leftOut],
    enabled: name !== '',
    initialPageParam: 0,
    queryFn: ({ pageParam }) =>
      get<DataSetView>(`/api/data/${encodeURIComponent(name)}?${query(pageParam, environment, leftOut)}`),
    getNextPageParam: (last, all) => (last.shown.length < PAGE ? undefined : all.length * PAGE),
    placeholderData: keepPreviousData,
  });
  const set = data?.pages[0];
  const rows = (data?.pages ?? []).flatMap((page) => page.shown);
  useCrumbs([{ word: 'Data', to: DATA }, ...(set ? [{ word: set.name }] : [])]);
  return (
    <Columns
      station="data"
      contents={{ name: 'Contents', content: <DataList open={name} take={take} /> }}
      lens={set ? { name: 'Lens', content: <DataLens set={set} rows={rows} place={place} /> } : null}
    >
      <Wrong what="The data set" error={error} again={refetch} />
      {known && first === undefined && (
        <p className="m-auto max-w-96 text-center text-ink-2">
          A data set gives a case its rows: typed in, read from a file or a database, or combined from others. This
          project has none yet: drop a file here, paste rows of a spreadsheet, or make one with the plus on the left.
        </p>
      )}
      {set && (
        <>
          <header className="flex-none px-4 pt-2.5">
            <div className="flex h-7 items-center gap-2.5">
              <h1 ref={ellipsis} className="text-title leading-[26px] font-semibold">
                {set.name}
              </h1>
              <p ref={ellipsis} className="flex-1 self-end pb-0.5 text-ink-2">
                {set.note.split('\n')[0]}
              </p>
              {set.upload !== undefined && <FileReplacement key={set.upload} path={set.upload} />}
              <ViewChoice of="the data set" own="Rows" at={set} station={DATA} file={set.file} />
            </div>
          </header>
          {set.broken ? (
            <p role="alert" className="mx-4 mt-3 bg-error-wash px-3 py-1.5">
              {set.broken}
            </p>
          ) : (
            <>
              <DataLine set={set} />
              <DataGrid
                set={set}
                rows={rows}
                place={place}
                setPlace={setPlace}
                edit={set.file === undefined ? null : (at) => go(inFile(set, rows, at))}
                leftOut={leftOut}
                showLeftOut={setLeftOut}
                more={hasNextPage && !isFetchingNextPage ? () => void fetchNextPage() : null}
              />
            </>
          )}
        </>
      )}
    </Columns>
  );
}

/** The field of the set's file that a cell shows; columns go by their names there, which may come in another order. */
function inFile(set: DataSetView, rows: readonly DataRowView[], { row, column }: DataPlace): string {
  const record = rows.find((each) => each.number === row)?.inFile ?? 0;
  return fieldPlace(set.file as string, record, set.columns[column]?.name ?? '');
}

const query = (from: number, environment: string, leftOut: boolean) =>
  new URLSearchParams({
    from: String(from),
    most: String(PAGE),
    ...(environment ? { environment } : {}),
    ...(leftOut ? { leftOut: 'yes' } : {}),
  });

const GROUPS = [
  ['combined', 'Combined'],
  ['limits', 'Limits'],
  ['file', 'From files'],
  ['query', 'From databases'],
  ['typed', 'Typed here'],
] as const;

function DataList({ open, file = '', take }: { open: string; file?: string; take: Take }) {
  const { data: blocks } = useBlocks();
  const own = (blocks ?? []).filter((block) => block.kind === 'data');
  const groups: BlockGroup[] = GROUPS.map(([group, word]) => ({
    word,
    right: 'rows',
    blocks: own
      .filter((block) => block.group === group)
      .map((block) => ({
        ...block,
        key: `${block.path}:${block.line}`,
        to: dataSetPlace(block.name),
        open: nameKey(block.name) === nameKey(open),
      })),
  }));
  const { data: tree } = useTree();
  const files = (tree?.documents ?? []).filter((document) => isRecords(document.path));
  groups.push({
    word: 'Files edited here',
    blocks: files.map(({ path, problems }) => ({
      key: path,
      name: path.slice(path.lastIndexOf('/') + 1),
      note: path,
      detail: '',
      path,
      to: documentPlace(path, { station: DATA }),
      open: path === file,
      errors: problems.errors,
      warnings: problems.warnings,
    })),
  });
  return (
    <BlockList
      label="Data sets"
      groups={groups}
      add={
        <>
          <FromFile take={take} />
          <NewBlock kinds={['data']} station={DATA} usualPath="data/data.elmt" />
        </>
      }
      empty="No data set yet. Drop a file here, or make one with the plus above."
    />
  );
}
