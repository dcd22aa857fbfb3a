import { useMutation, useQuery } from '@tanstack/react-query';
import { RefreshCw } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { get, post } from '@/api/client';
import type { PageTrialView, PageView } from '@/api/types';
import { useEnvironment } from '@/app/environment';
import { PAGES } from '@/app/places';
import { useAttempt } from '@/parts/attempt';
import { Button } from '@/parts/Button';
import { Columns } from '@/parts/Columns';
import { counted } from '@/parts/counted';
import { ErrorStrip } from '@/parts/ErrorLine';
import { ellipsis } from '@/parts/ellipsis';
import { OneChoice } from '@/parts/OneChoice';
import { Wrong } from '@/parts/Wrong';
import { ViewChoice } from '@/stations/documents/ViewChoice';
import { ElementLens } from './ElementLens';
import { ElementsTable } from './ElementsTable';
import { LivePicture } from './LivePicture';
import { addElement, setLocator } from './pageEdits';

const NO_FIXTURE = '';

/** A page's elements with what each locator finds on the live page, and a picture of it. */
export function LivePage({ name, contents }: { name: string; contents: { name: string; content: ReactNode } }) {
  const {
    data: page,
    error,
    refetch,
  } = useQuery({
    queryKey: ['page', name],
    queryFn: () => get<PageView>(`/api/pages/${encodeURIComponent(name)}`),
  });
  const environment = useEnvironment();
  const [fixture, setFixture] = useState(sessionStorage.getItem('trial fixture') ?? NO_FIXTURE);
  const [chosen, setChosen] = useState<string | null>(null);
  const { attempt, wrong } = useAttempt();
  const trial = useMutation({
    mutationFn: (withFixture: string) =>
      post<PageTrialView>('/api/trials', { page: name, environment, fixture: withFixture }),
  });
  const usable = page?.fixtures.includes(fixture) ? fixture : NO_FIXTURE;
  const look = () => trial.mutate(usable);
  const change = (act: () => Promise<void>) =>
    attempt(async () => {
      await act();
      await refetch();
      if (trial.data) look();
    });
  const element = page?.elements.find((each) => each.name === chosen);
  const result = trial.data;
  return (
    <Columns
      station="pages"
      contents={contents}
      lens={{
        name: 'Lens',
        content: (
          <ElementLens
            page={name}
            element={element}
            trial={result?.elements.find((each) => each.name === chosen)}
            use={(by, value) => element && change(() => setLocator(page as PageView, element, by, value))}
          />
        ),
      }}
    >
      <Wrong what="The page" error={error} again={refetch} />
      {page && (
        <>
          <header className="flex-none px-4 pt-2.5 pb-1.5">
            <div className="flex h-7 items-center gap-2.5">
              <h1 ref={ellipsis} className="text-title leading-[26px] font-semibold">
                {page.name}
              </h1>
              <p ref={ellipsis} className="flex-1 self-end pb-0.5 text-ink-2">
                {page.note.split('\n')[0]}
              </p>
              <ViewChoice of="the page" own="Live" at={page} station={PAGES} />
              <Button kind="main" disabled={trial.isPending} onClick={look}>
                <RefreshCw size={13} aria-hidden className={trial.isPending ? 'animate-spin' : ''} />
                {trial.isPending ? 'Looking …' : `Try all ${page.elements.length}`}
              </Button>
            </div>
            <div className="flex items-center gap-x-4 text-ink-2">
              <span>
                <span className="text-small text-ink-3">path</span>{' '}
                <span className="font-mono text-value">{page.address || 'none'}</span>
              </span>
              <span className="flex items-center gap-1.5">
                <span className="text-small text-ink-3">set up first</span>
                <OneChoice
                  label="Fixture that is set up first"
                  value={usable}
                  options={[
                    { value: NO_FIXTURE, word: 'nothing' },
                    ...page.fixtures.map((each) => ({ value: each, word: each })),
                  ]}
                  onChange={(next) => {
                    sessionStorage.setItem('trial fixture', next);
                    setFixture(next);
                  }}
                />
              </span>
              {result && !result.failure && <Tried result={result} />}
            </div>
          </header>
          <ErrorStrip text={wrong || trial.error?.message || result?.failure} className="mx-4 mb-1.5" />
          <div className="min-h-0 flex-1 overflow-auto pb-6">
            <ElementsTable
              page={page}
              trial={result ?? null}
              chosen={chosen}
              choose={setChosen}
              repair={(of, by, value) => change(() => setLocator(page, of, by, value))}
            />
            {result && (
              <LivePicture
                result={result}
                chosen={chosen}
                choose={setChosen}
                add={(of) => {
                  const best = of.proposals[0];
                  if (best) void change(() => addElement(page, of.name, best.by, best.value));
                }}
              />
            )}
            {!result && !trial.isPending && (
              <p className="mx-4 mt-3 text-ink-2">
                “Try all {page.elements.length}” opens the page in a browser of this machine, counts what each locator
                finds, and takes a picture. Where the page needs a signed-in member, choose the fixture that is set up
                first.
              </p>
            )}
          </div>
        </>
      )}
    </Columns>
  );
}

/** What the trial came to, in words. */
function Tried({ result }: { result: PageTrialView }) {
  // An example that is not there now tells nothing of its locator.
  const tried = result.elements.filter(
    ({ count, example }) => count !== undefined && (count > 0 || example === undefined),
  );
  const one = tried.filter((each) => each.count === 1).length;
  return (
    <span role="status" ref={ellipsis} className="flex-1 text-right" title={`${result.title}, ${result.address}`}>
      {one} of {counted(tried.length, 'element')} found once, in {(result.millis / 1000).toFixed(1)} s at{' '}
      <span className="font-mono text-value">{result.address.replace(/^[a-z]+:\/\/[^/]+/, '') || '/'}</span>
    </span>
  );
}
