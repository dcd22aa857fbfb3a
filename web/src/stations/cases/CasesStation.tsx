import { Play } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { Link, useLocation, useSearch } from 'wouter';
import { inAddress } from '@/api/client';
import { useKeywords, useStartRun, useTree } from '@/api/queries';
import type { BlockView } from '@/api/types';
import { Button, LinkButton } from '@/parts/Button';
import { Columns } from '@/parts/Columns';
import { counted } from '@/parts/counted';
import { type Crumb, useCrumbs } from '@/parts/crumbs';
import { SegmentedChoice } from '@/parts/SegmentedChoice';
import { CasesTree } from './CasesTree';
import { NewDocument } from './NewDocument';
import { SheetTable } from './SheetTable';
import { StepLens } from './StepLens';
import type { RowItem } from './sheetItems';
import { TextSheet } from './TextSheet';
import { type Sheet, useSheet } from './useSheet';

export function CasesStation({ path }: { path: string }) {
  const { data: tree } = useTree();
  const [, go] = useLocation();
  const first = (tree?.suites.find((suite) => !suite.path.endsWith('.feature')) ?? tree?.suites[0])?.path;
  useEffect(() => {
    if (path === '' && first) go(`/cases/${inAddress(first)}`, { replace: true });
  }, [path, first, go]);
  if (path === '') {
    return (
      <Columns station="cases" contents={{ name: 'Contents', content: <CasesTree open="" /> }} lens={null}>
        <EmptyProject />
      </Columns>
    );
  }
  return <DocumentSheet key={path} path={path} />;
}

function EmptyProject() {
  return (
    <div className="m-auto max-w-96 text-center text-ink-2">
      <p className="mb-3">A suite holds cases: tables of steps that run in a browser. This project has none yet.</p>
      <NewDocument>
        <Button kind="main">Make the first suite</Button>
      </NewDocument>
    </div>
  );
}

function DocumentSheet({ path }: { path: string }) {
  const sheet = useSheet(path);
  const { data: keywords } = useKeywords();
  const search = useSearch();
  const [, go] = useLocation();
  const params = new URLSearchParams(search);
  const feature = path.endsWith('.feature');
  const asText = feature || params.get('as') === 'text';
  const line = params.get('line') ? Number(params.get('line')) : null;
  const [selected, setSelected] = useState<RowItem | null>(null);
  const [textLine, setTextLine] = useState<number | null>(null);
  const byName = useMemo(() => new Map((keywords ?? []).map((keyword) => [keyword.name, keyword])), [keywords]);
  const suite = sheet.view?.blocks.find((block) => block.kind === 'suite');
  const title = suite?.name ?? path;
  const crumbs: Crumb[] = [{ word: 'Cases', to: '/cases' }, { word: title }];
  useCrumbs(crumbs);

  const show = (as: 'table' | 'text') => {
    const at = as === 'text' ? selected?.row.line : textLine;
    const query = new URLSearchParams();
    if (as === 'text') query.set('as', 'text');
    if (at !== null && at !== undefined) query.set('line', String(at));
    const asked = query.toString();
    go(`/cases/${inAddress(path)}${asked ? `?${asked}` : ''}`);
  };

  return (
    <Columns
      station="cases"
      contents={{ name: 'Contents', content: <CasesTree open={path} /> }}
      lens={asText ? null : { name: 'Lens', content: <StepLens row={selected} keywords={byName} /> }}
    >
      {sheet.error && (
        <p role="alert" className="p-6 text-failed">
          {sheet.error.message}
        </p>
      )}
      {sheet.view && (
        <>
          <SheetHead
            title={title}
            suite={suite ?? null}
            executable={sheet.view.blocks.reduce((sum, b) => sum + (b.kind === 'case' ? b.executableCount : 0), 0)}
            shown={feature ? null : asText ? 'text' : 'table'}
            show={show}
          />
          {sheet.conflict && <ConflictStrip sheet={sheet} />}
          {asText ? (
            <TextSheet sheet={sheet} line={line} onLine={setTextLine} />
          ) : (
            <SheetTable sheet={sheet} path={path} keywords={byName} line={line} onSelect={setSelected} />
          )}
        </>
      )}
    </Columns>
  );
}

function SheetHead({
  title,
  suite,
  executable,
  shown,
  show,
}: {
  title: string;
  suite: BlockView | null;
  executable: number;
  /** Null where a document can be shown in one way only. */
  shown: 'table' | 'text' | null;
  show: (as: 'table' | 'text') => void;
}) {
  const start = useStartRun();
  const [wrong, setWrong] = useState<string | null>(null);
  return (
    <header className="flex-none px-4 pt-2.5 pb-1">
      <div className="flex h-7 items-center gap-2.5">
        <h1 className="truncate text-title leading-[26px] font-semibold tracking-[-.1px]">{title}</h1>
        <p className="flex-1 truncate self-end pb-0.5 text-ink-2">{suite?.note.split('\n')[0]}</p>
        {shown && (
          <SegmentedChoice
            label="How the document is shown"
            options={[
              { value: 'table', word: 'Table' },
              { value: 'text', word: 'Text' },
            ]}
            value={shown}
            onChange={show}
          />
        )}
        {suite && (
          <Link
            to={`/plan?suite=${encodeURIComponent(suite.name)}`}
            className="whitespace-nowrap font-medium text-accent hover:underline"
          >
            Show what will run
          </Link>
        )}
        {suite && executable > 0 && (
          <Button kind="main" onClick={async () => setWrong(await start({ title: suite.name, suites: [suite.name] }))}>
            <Play size={13} aria-hidden />
            Run {counted(executable, 'case')}
          </Button>
        )}
      </div>
      {wrong && (
        <p role="alert" className="pt-1 text-failed">
          {wrong}
        </p>
      )}
      {suite && (
        <dl className="flex h-[26px] items-center gap-[18px]">
          {suite.properties.map((property) => (
            <div key={property.line} className="flex items-center gap-1.5 whitespace-nowrap">
              <dt className="text-small text-ink-3">{property.word}</dt>
              <dd className={property.word === 'tags' ? 'text-[12px] text-ink-2' : ''}>
                {property.word === 'tags'
                  ? property.value
                      .split(/, */)
                      .map((tag) => `#${tag}`)
                      .join(' ')
                  : property.value}
              </dd>
            </div>
          ))}
        </dl>
      )}
    </header>
  );
}

function ConflictStrip({ sheet }: { sheet: Sheet }) {
  return (
    <div role="alert" className="mx-4 mb-2 flex items-center gap-3 bg-error-wash px-3 py-1.5">
      <span className="flex-1">Somebody else has saved this document, so your last change was not saved.</span>
      <LinkButton onClick={sheet.conflict?.again}>Apply my change to theirs</LinkButton>
      <LinkButton onClick={sheet.dropConflict}>Discard mine, show theirs</LinkButton>
    </div>
  );
}
