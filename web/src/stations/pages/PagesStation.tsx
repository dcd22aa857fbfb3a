import { useEffect } from 'react';
import { useLocation } from 'wouter';
import { useBlocks } from '@/api/queries';
import type { BlockNode } from '@/api/types';
import { useCrumbs } from '@/app/crumbs';
import { PAGES, pagePlace } from '@/app/places';
import { useAddressQuery } from '@/app/usePlace';
import { nameKey } from '@/document/words';
import { Columns } from '@/parts/Columns';
import { BlockList } from '@/stations/documents/BlockList';
import { DocumentStation } from '@/stations/documents/DocumentStation';
import { NewBlock } from '@/stations/documents/NewBlock';
import { LivePage } from './LivePage';

/** The pages of the tested application: their elements, and what their locators find on the live page. */
export function PagesStation({ path }: { path: string }) {
  const search = useAddressQuery();
  const line = Number(search.get('line') ?? 0);
  const { data: blocks } = useBlocks();
  const own = (blocks ?? []).filter((block) => block.kind === 'page');
  const [, go] = useLocation();
  if (path === '') return <Live name={search.get('name') ?? ''} first={own[0]} known={blocks !== undefined} />;
  const shown =
    own.filter((block) => block.path === path && block.line <= line).at(-1) ?? own.find((b) => b.path === path);
  const station = {
    home: PAGES,
    word: 'Pages',
    contents: <PageList open={shown?.name ?? ''} />,
    also: { word: 'Live', go: () => go(shown ? pagePlace(shown.name) : PAGES) },
  };
  return <DocumentStation path={path} station={station} />;
}

function Live({ name, first, known }: { name: string; first: BlockNode | undefined; known: boolean }) {
  const [, go] = useLocation();
  useEffect(() => {
    if (name === '' && first) go(pagePlace(first.name), { replace: true });
  }, [name, first, go]);
  useCrumbs([{ word: 'Pages', to: PAGES }, ...(name ? [{ word: name }] : [])]);
  const contents = { name: 'Contents', content: <PageList open={name} /> };
  if (name !== '') return <LivePage key={name} name={name} contents={contents} />;
  return (
    <Columns station="pages" contents={contents} lens={null}>
      {known && !first && (
        <p className="m-auto max-w-96 text-center text-ink-2">
          A page gives the elements of the tested application their names, each with how to find it. This project has
          none yet; make one with the plus on the left.
        </p>
      )}
    </Columns>
  );
}

function PageList({ open }: { open: string }) {
  const { data: blocks } = useBlocks();
  const pages = (blocks ?? [])
    .filter((block) => block.kind === 'page')
    .map((block) => ({
      ...block,
      key: `${block.path}:${block.line}`,
      to: pagePlace(block.name),
      open: nameKey(block.name) === nameKey(open),
    }));
  return (
    <BlockList
      label="Pages"
      groups={[{ word: 'Pages', right: 'elements', blocks: pages }]}
      add={<NewBlock kinds={['page']} station={PAGES} usualPath="pages/pages.elmt" />}
      empty="No page yet. Make one with the plus above."
    />
  );
}
