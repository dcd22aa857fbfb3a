import { useEffect } from 'react';
import { useLocation, useSearch } from 'wouter';
import { useBlocks } from '@/api/queries';
import type { BlockNode } from '@/api/types';
import { useCrumbs } from '@/app/crumbs';
import { documentPlace, PAGES } from '@/app/places';
import { Columns } from '@/parts/Columns';
import { BlockList } from '@/stations/documents/BlockList';
import { DocumentStation } from '@/stations/documents/DocumentStation';
import { NewBlock } from '@/stations/documents/NewBlock';

/** The pages of the tested application, each a table of its elements. */
export function PagesStation({ path }: { path: string }) {
  const line = Number(new URLSearchParams(useSearch()).get('line') ?? 0);
  const { data: blocks } = useBlocks();
  const own = (blocks ?? []).filter((block) => block.kind === 'page');
  const first = own[0];
  const [, go] = useLocation();
  useEffect(() => {
    if (path === '' && first) go(pagePlace(first), { replace: true });
  }, [path, first, go]);
  if (path === '') return <NoPage known={blocks !== undefined} />;
  const shown =
    own.filter((block) => block.path === path && block.line <= line).at(-1) ?? own.find((b) => b.path === path);
  const contents = <PageList open={shown ? keyOf(shown) : ''} />;
  return <DocumentStation path={path} station={{ home: PAGES, word: 'Pages', contents }} />;
}

const pagePlace = (block: BlockNode) => documentPlace(block.path, { line: block.line, station: PAGES });
const keyOf = (block: BlockNode) => `${block.path}:${block.line}`;

function NoPage({ known }: { known: boolean }) {
  useCrumbs([{ word: 'Pages' }]);
  return (
    <Columns station="pages" contents={{ name: 'Contents', content: <PageList open="" /> }} lens={null}>
      {known && (
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
    .map((block) => ({ ...block, key: keyOf(block), to: pagePlace(block), open: keyOf(block) === open }));
  return (
    <BlockList
      label="Pages"
      groups={[{ word: 'Pages', right: 'elements', blocks: pages }]}
      add={<NewBlock kinds={['page']} station={PAGES} usualPath="pages/pages.elmt" />}
      empty="No page yet. Make one with the plus above."
    />
  );
}
