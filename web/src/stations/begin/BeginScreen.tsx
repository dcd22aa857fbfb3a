import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useLocation } from 'wouter';
import { post } from '@/api/client';
import type { BeginView, FirstDocuments, ProposedElement } from '@/api/types';
import { documentPlace } from '@/app/places';
import { authorName } from '@/document/author';
import { Button } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { ErrorStrip } from '@/parts/ErrorLine';
import { ellipsis } from '@/parts/ellipsis';
import { OtherBeginnings } from './OtherBeginnings';

/** An empty project asks for one thing, the address of the application, and makes the first case from it. */
export function BeginScreen() {
  const [address, setAddress] = useState('');
  const look = useMutation({ mutationFn: () => post<BeginView>('/api/beginnings', { address }) });
  const seen = look.data && !look.data.failure ? look.data : null;
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-6 py-8">
      <div className={seen ? '' : 'mx-auto mt-[12vh] max-w-[560px]'}>
        <h1 className="mb-1 text-title leading-[26px] font-semibold">What is to be tested?</h1>
        <p className="mb-3 text-ink-2">
          Give the address of the application. Elm Table opens it in a browser, proposes names for what is on its first
          page, and makes a first case that you can run.
        </p>
        <form
          className="flex gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            look.mutate();
          }}
        >
          <input
            value={address}
            aria-label="Address of the application"
            placeholder="http://localhost:8080"
            spellCheck={false}
            className="field h-9 min-w-0 max-w-[560px] flex-1 font-mono text-base"
            onChange={(event) => setAddress(event.target.value)}
          />
          <Button kind="main" type="submit" disabled={address.trim() === '' || look.isPending} className="h-9">
            {look.isPending ? 'Looking …' : 'Look at it'}
          </Button>
        </form>
        <ErrorStrip text={look.error?.message ?? look.data?.failure ?? look.data?.warning} className="mt-2" />
        {!seen && <OtherBeginnings />}
      </div>
      {seen && <FirstPage key={seen.address} address={address} seen={seen} />}
    </div>
  );
}

/** What the page has: one ticks and names what tests will use. */
function FirstPage({ address, seen }: { address: string; seen: BeginView }) {
  const [page, setPage] = useState(seen.page);
  const [elements, setElements] = useState(seen.elements.map((element) => ({ ...element, taken: isUsual(element) })));
  const taken = elements.filter((element) => element.taken);
  const queries = useQueryClient();
  const [, go] = useLocation();
  const make = useMutation({
    mutationFn: () =>
      post<FirstDocuments>('/api/beginnings/documents', {
        address,
        page,
        title: seen.title,
        elements: taken.map(({ name, by, value, role }) => ({ name, by, value, role })),
        author: authorName(),
      }),
    onSuccess: async (made) => {
      await queries.invalidateQueries();
      go(documentPlace(made.suite));
    },
  });
  const change = (index: number, next: Partial<(typeof elements)[number]>) =>
    setElements(elements.map((element, i) => (i === index ? { ...element, ...next } : element)));
  return (
    <div className="mt-5 grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-6">
      <section aria-label="The first page">
        <label className="flex flex-col gap-0.5">
          <span className="text-caption text-ink-3">name of the page</span>
          <input value={page} className="field text-base" onChange={(event) => setPage(event.target.value)} />
        </label>
        <table aria-label="Elements of the page" className="mt-3 w-full table-fixed border-collapse text-left">
          <thead className="border-b-[1.5px] border-rule text-caption text-ink-3">
            <tr>
              <th scope="col" className="w-7 font-normal">
                <span className="sr-only">taken</span>
              </th>
              <th scope="col" className="font-normal">
                element
              </th>
              <th scope="col" className="w-16 font-normal">
                by
              </th>
              <th scope="col" className="font-normal">
                locator
              </th>
            </tr>
          </thead>
          <tbody>
            {elements.map((element, index) => (
              <tr key={`${element.by} ${element.value}`} className="h-7 border-b border-hair">
                <td>
                  <input
                    type="checkbox"
                    checked={element.taken}
                    aria-label={`Take ${element.name}`}
                    onChange={(event) => change(index, { taken: event.target.checked })}
                  />
                </td>
                <td className={element.taken ? '' : 'opacity-60'}>
                  <input
                    value={element.name}
                    aria-label={`Name of ${element.by} ${element.value}`}
                    spellCheck={false}
                    className="w-full bg-transparent px-1 font-medium"
                    onChange={(event) => change(index, { name: event.target.value })}
                  />
                </td>
                <td className="text-ink-2">{element.by}</td>
                <td ref={ellipsis} className="font-mono text-value" title={element.value}>
                  {element.value}
                </td>
              </tr>
            ))}
            {elements.length === 0 && (
              <tr className="h-9">
                <td colSpan={4} className="text-ink-2">
                  Nothing on this page can be found by a lasting locator. The first case only opens it.
                </td>
              </tr>
            )}
          </tbody>
        </table>
        <ErrorStrip text={make.error?.message} className="mt-2" />
        <p className="mt-4 flex items-center gap-3">
          <Button kind="main" disabled={page.trim() === '' || make.isPending} onClick={() => make.mutate()}>
            Make the page with {counted(taken.length, 'element')} and a first case
          </Button>
        </p>
      </section>
      {seen.picture && (
        <figure>
          <img src={seen.picture} alt={`The page ${seen.title}`} className="w-full border border-hair-strong" />
          <figcaption className="pt-1 text-small text-ink-3">
            {seen.title || 'without a title'}, {seen.address}
          </figcaption>
        </figure>
      )}
    </div>
  );
}

/** What one acts on and what reports; links lead away, and most of them are on every page. */
const isUsual = (element: ProposedElement) => element.role !== 'link';
