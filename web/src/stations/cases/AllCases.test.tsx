import 'fake-indexeddb/auto';
import { expect, it } from 'vitest';
import type { TreeView } from '@/api/types';
import { all, seen, text } from '@/testing/page';
import { serve } from '@/testing/server';
import { show } from '@/testing/show';
import { until } from '@/testing/until';
import { AllCases } from './AllCases';

const suite = (path: string, name: string, ...cases: string[]) => ({
  path,
  name,
  executableCount: cases.length,
  cases: cases.map((one, place) => ({
    name: one,
    nameParts: [{ text: one }],
    line: 3 + 4 * place,
    tags: [],
    executableCount: 1,
    millis: 2_000,
  })),
});

const TREE: TreeView = {
  suites: [
    suite('features/one.feature', 'In Gherkin', 'a scenario'),
    suite('all/kilns.elmt', 'Kilns', 'a kiln is lit'),
    suite('all/clays.elmt', 'Clays', 'a bag is taken', 'a bag is given'),
  ],
  documents: [],
};

const document_ = (id: number, path: string, body: string) => [{ id, path, version: 0, text: body }];
const KILNS = 'suite Kilns\n\ncase a kiln is lit\ntags: smoke\nsteps\n| log | a |\n';
const CLAYS = 'suite Clays\n\ncase a bag is taken\nsteps\n| log | a |\n\ncase a bag is given\nsteps\n| log | a |\n';

const rows = () => all('[role=row]').slice(1);

it('shows the cases of all suites with what is known of them, whoever comes first', async () => {
  serve({
    'GET /api/tree': TREE,
    'GET /api/removed': [],
    'GET /api/documents?path=all%2Fkilns.elmt&text': new Promise((come) =>
      setTimeout(() => come(document_(21, 'all/kilns.elmt', KILNS)), 50),
    ),
    'GET /api/documents?path=all%2Fclays.elmt&text': document_(22, 'all/clays.elmt', CLAYS),
  });
  show(<AllCases tree={TREE} />, '/cases?as=overview');
  await seen('[role=status]', /of 2 suites/);
  expect(rows().map((row) => row.textContent)).toEqual([
    expect.stringMatching(/Kilns.*a kiln is lit.*smoke.*2\.00 s/),
    expect.stringMatching(/Clays.*a bag is taken/),
    expect.stringMatching(/Clays.*a bag is given/),
  ]);
});

it('says why one cannot be read, and shows the others', async () => {
  serve({
    'GET /api/tree': TREE,
    'GET /api/removed': [],
    'GET /api/documents?path=all%2Fkilns.elmt&text': document_(21, 'all/kilns.elmt', KILNS),
    'GET /api/documents?path=all%2Fclays.elmt&text': document_(22, 'all/clays.elmt', CLAYS),
  });
  show(<AllCases tree={{ ...TREE, suites: [suite('all/lost.elmt', 'Lost', 'a'), ...TREE.suites] }} />);
  await seen('[role=alert]');
  await until(() => expect(text()).toContain('a bag is given'));
});
