import { BookText, Grid3x3 } from 'lucide-react';
import { useEffect } from 'react';
import { Link, useLocation } from 'wouter';
import { useBlocks, useKeywords } from '@/api/queries';
import type { BlockNode, KeywordView } from '@/api/types';
import { useCrumbs } from '@/app/crumbs';
import { compositionPlace, KEYWORDS, keywordPlace } from '@/app/places';
import { useAddressQuery } from '@/app/usePlace';
import { nameKey } from '@/document/words';
import { Columns } from '@/parts/Columns';
import { Wrong } from '@/parts/Wrong';
import { type BlockGroup, BlockList } from '@/stations/documents/BlockList';
import { DocumentStation } from '@/stations/documents/DocumentStation';
import { NewBlock } from '@/stations/documents/NewBlock';
import { Composition } from './CompositionGrid';
import { KeywordReference } from './KeywordReference';
import { RepeatsLens } from './RepeatsLens';

/** All keywords, one's own and those that are built in, as a reference to read or as their sheets. */
export function KeywordsStation({ path }: { path: string }) {
  const search = useAddressQuery();
  const line = Number(search.get('line') ?? 0);
  const name = search.get('name') ?? '';
  const { data: blocks } = useBlocks();
  const own = (blocks ?? []).filter((block) => block.kind === 'keyword');
  const [, go] = useLocation();
  const shown =
    own.filter((block) => block.path === path && block.line <= line).at(-1) ?? own.find((b) => b.path === path);
  if (path !== '') {
    const station = {
      home: KEYWORDS,
      word: 'Keywords',
      contents: <KeywordList open={shown?.name ?? ''} />,
      also: { word: 'Reference', go: () => go(shown ? keywordPlace(shown.name) : KEYWORDS) },
    };
    return <DocumentStation path={path} station={station} />;
  }
  if (search.has('composition')) {
    return (
      <Columns
        station="keywords"
        contents={{ name: 'Contents', content: <KeywordList open="" composition /> }}
        lens={null}
      >
        <Composition path={search.get('composition') ?? ''} go={go} />
      </Columns>
    );
  }
  return <Reference name={name} own={own} />;
}

function Reference({ name, own }: { name: string; own: readonly BlockNode[] }) {
  const { data: keywords, error, refetch } = useKeywords();
  const [, go] = useLocation();
  const first = own[0]?.name ?? keywords?.[0]?.name;
  useEffect(() => {
    if (name === '' && first) go(keywordPlace(first), { replace: true });
  }, [name, first, go]);
  const keyword = keywords?.find((each) => nameKey(each.name) === nameKey(name));
  useCrumbs([
    { word: 'Keywords', to: KEYWORDS },
    ...(keyword ? [{ word: keyword.group }, { word: keyword.name }] : []),
  ]);
  return (
    <Columns
      station="keywords"
      contents={{ name: 'Contents', content: <KeywordList open={name} /> }}
      lens={{ name: 'Repeats', content: <RepeatsLens /> }}
    >
      <Wrong what="The keywords" error={error} again={refetch} />
      {keyword && <KeywordReference key={keyword.name} keyword={keyword} />}
      {keywords && !keyword && name !== '' && (
        <p role="alert" className="p-6 text-ink-2">
          Keyword “{name}” not found. It may have another name now; the list on the left has them all.
        </p>
      )}
    </Columns>
  );
}

function KeywordList({ open, composition = false }: { open: string; composition?: boolean }) {
  const { data: blocks } = useBlocks();
  const { data: keywords } = useKeywords();
  const own = (blocks ?? []).filter((block) => block.kind === 'keyword');
  const groups: BlockGroup[] = [...new Set(own.map((block) => block.group))].map((group, index) => ({
    word: group,
    right: index === 0 ? 'calls' : undefined,
    blocks: own
      .filter((block) => block.group === group)
      .map((block) => ({
        ...block,
        key: `${block.path}:${block.line}`,
        to: keywordPlace(block.name),
        open: nameKey(block.name) === nameKey(open),
      })),
  }));
  const builtIn = (keywords ?? []).filter((keyword) => !keyword.path);
  for (const group of new Set(builtIn.map((keyword) => keyword.group))) {
    const members = builtIn.filter((keyword) => keyword.group === group);
    groups.push({
      word: `Built in: ${group}`,
      blocks: members.map((keyword) => listed(keyword, open)),
      foldedAtFirst: !members.some((keyword) => nameKey(keyword.name) === nameKey(open)),
    });
  }
  return (
    <>
      <Link
        to={compositionPlace('')}
        aria-current={composition ? 'page' : undefined}
        className="flex h-8 flex-none items-center gap-2 border-b border-hair px-3 font-medium hover:bg-sunk aria-[current]:bg-select aria-[current]:shadow-[inset_2px_0_var(--select-edge)]"
      >
        <Grid3x3 size={14} aria-hidden className="text-ink-2" />
        Composition of the cases
      </Link>
      <a
        href="/api/keywords/reference.html"
        target="_blank"
        rel="noreferrer"
        className="flex h-8 flex-none items-center gap-2 border-b border-hair px-3 hover:bg-sunk"
      >
        <BookText size={14} aria-hidden className="text-ink-2" />
        All on one page, to print
      </a>
      <BlockList
        label="Keywords"
        groups={groups}
        add={<NewBlock kinds={['keyword']} station={KEYWORDS} usualPath="keywords/keywords.elmt" />}
        empty="No keyword of your own yet. Make one with the plus above, or extract it from steps that repeat."
      />
    </>
  );
}

const listed = (keyword: KeywordView, open: string) => ({
  key: keyword.name,
  name: keyword.name,
  note: keyword.note,
  detail: keyword.phrases.join(' '),
  errors: 0,
  warnings: 0,
  to: keywordPlace(keyword.name),
  open: nameKey(keyword.name) === nameKey(open),
});
