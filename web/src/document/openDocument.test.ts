import { beforeEach, expect, it } from 'vitest';
import type { AnalysisView, LiveMessageUnion } from '@/api/types';
import { closeDocuments, opened } from '@/testing/opened';
import { serve } from '@/testing/server';
import { until } from '@/testing/until';
import { analysis } from './analysis';
import type { OpenDocument } from './openDocument';

beforeEach(closeDocuments);

const answer = (snapshot: number, version = 0): AnalysisView => ({
  version,
  snapshot,
  token: `of ${snapshot}`,
  problems: [],
  starts: [],
  above: 0,
  below: 0,
  between: [],
});

const checked = (snapshot: number, { id }: OpenDocument) =>
  ({
    live: 'checked',
    snapshot,
    problems: { errors: 0, warnings: 0, notices: 0 },
    documents: [id],
  }) as LiveMessageUnion;

const shown = (document: OpenDocument, snapshot: number) => () =>
  expect(analysis(document.state).token).toBe(`of ${snapshot}`);

/** A document whose server gives these answers, one after the other; gives the questions as well. */
function answered(...answers: readonly (AnalysisView | Promise<AnalysisView>)[]) {
  const document = opened('suite A\n');
  const left = [...answers];
  const path = `/api/documents/${document.id}/analysis?since=`;
  const requests = serve(
    new Proxy({}, { get: (_, asked: string) => (asked.startsWith(`GET ${path}`) ? left.shift() : undefined) }),
  );
  return { document, requests };
}

it('asks again for news only, not for what it was told already', async () => {
  const { document, requests } = answered(answer(3), answer(4));
  await document.ask();
  document.heard(checked(3, document));
  expect(requests).toHaveLength(1);
  document.heard(checked(4, document));
  await until(shown(document, 4));
  expect(requests).toHaveLength(2);
});

it('asks once where the server tells of a state while the answer about it is on its way', async () => {
  let arrive: (come: AnalysisView) => void = () => {};
  const { document, requests } = answered(new Promise<AnalysisView>((resolve) => (arrive = resolve)), answer(6));
  const asked = document.ask();
  document.heard(checked(5, document));
  arrive(answer(5));
  await asked;
  shown(document, 5)();
  expect(requests).toHaveLength(1);
});

it('asks again where the answer on its way is about an older state', async () => {
  const { document, requests } = answered(answer(5), answer(6));
  const asked = document.ask();
  document.heard(checked(6, document));
  await asked;
  shown(document, 6)();
  expect(requests).toHaveLength(2);
});

it('asks a server that was started again, which counts from the beginning', async () => {
  const { document, requests } = answered(answer(70), answer(1), answer(2));
  await document.ask();
  document.heard({ live: 'welcome', server: 'another' } as LiveMessageUnion);
  await until(shown(document, 1));
  document.heard(checked(2, document));
  await until(shown(document, 2));
  expect(requests.filter(({ path }) => path.includes('analysis'))).toHaveLength(3);
});

it('asks once more where one that waited for updates is shown while another answer is on its way', async () => {
  let arrive: (come: AnalysisView) => void = () => {};
  const late = new Promise<AnalysisView>((resolve) => (arrive = resolve));
  const { document, requests } = answered(answer(3, 1), late, answer(4, 1));
  await document.ask();
  const asked = document.ask();
  const update = { client: 'another', author: 'Ines', at: '', change: [8, [0, 'suite B', '']] };
  document.heard({ live: 'updated', document: document.id, after: 0, updates: [update] } as LiveMessageUnion);
  shown(document, 3)();
  arrive(answer(4, 1));
  await asked;
  shown(document, 4)();
  expect(requests.map(({ path }) => path.split('=')[1])).toEqual(['', '', 'of 3']);
});
