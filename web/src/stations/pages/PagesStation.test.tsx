import 'fake-indexeddb/auto';
import { expect, it } from 'vitest';
import type { BlockNode, ElementTrial, PageTrialView, PageView } from '@/api/types';
import { documentHere } from '@/document/openDocument';
import { all, only, pressOn, seen, text } from '@/testing/page';
import { type Answers, problem, serve } from '@/testing/server';
import { show } from '@/testing/show';
import { until } from '@/testing/until';
import { PagesStation } from './PagesStation';

const PATH = 'pages.elmt';
const TEXT = `page Kilns
path: /kilns
elements
| element | by  | locator |
| Light   | css | #light  |
| Gauge   | css | .gauge  |
`;

const PAGE: PageView = {
  name: 'Kilns',
  note: 'Where kilns are lit.',
  path: PATH,
  line: 1,
  address: '/kilns',
  elements: [
    { name: 'Light', line: 5, by: 'css', locator: '#light', in: '', note: '' },
    { name: 'Gauge', line: 6, by: 'css', locator: '.gauge', in: '', note: '' },
  ],
  fixtures: ['signed in'],
};

const box = { x: 10, y: 20, width: 100, height: 30 };
const tried = (name: string, count: number, more: Partial<ElementTrial> = {}): ElementTrial => ({
  name,
  count,
  boxes: Array.from({ length: count }, () => box),
  proposals: [],
  ...more,
});

const proposal = (by: string, value: string) => ({ by, value, count: 1, why: 'lasts' });

const TRIAL: PageTrialView = {
  address: 'http://localhost:8090/kilns',
  title: 'Kilns of the studio',
  millis: 1500,
  picture: 'data:image/png;base64,AA',
  elements: [
    tried('Light', 1, { proposals: [proposal('label', 'Light'), proposal('css', '#light')] }),
    tried('Gauge', 2),
  ],
  unnamed: [{ name: 'Cool', role: 'button', box, proposals: [proposal('text', 'Cool')] }],
};

const block = {
  kind: 'page',
  name: 'Kilns',
  path: PATH,
  line: 1,
  note: '',
  group: '',
  detail: '',
  size: 2,
  errors: 0,
  warnings: 0,
};

function station(answers: Answers = {}) {
  const requests = serve({
    'GET /api/blocks': [block as BlockNode],
    'GET /api/project': { environments: ['local'] },
    'GET /api/removed': [],
    'GET /api/pages/Kilns': PAGE,
    'GET /api/uses?kind=page&name=Light&page=Kilns': [],
    'POST /api/trials': TRIAL,
    [`GET /api/documents?path=${PATH}&text`]: [{ id: 5, path: PATH, version: 0, text: TEXT }],
    'POST /api/documents/5/updates': { version: 1, updates: [] },
    ...answers,
  });
  sessionStorage.clear();
  show(<PagesStation path="" />, '/pages?name=Kilns');
  return () => requests.filter((each) => each.path === '/api/trials').map((each) => each.body);
}

const document_ = () => documentHere(PATH)?.state.doc.toString();
const lens = () => only('aside[aria-label=Lens]');

async function tryAll() {
  await pressOn(await seen('button', 'Try all 2'));
  await seen('[role=status]', /found once/);
}

it('tries a page in the environment in force, after the fixture that is chosen, and tells what was found', async () => {
  const trials = station();
  expect((await seen('table[aria-label="Elements of Kilns"]')).textContent).toContain('Light');
  await pressOn(only('button', 'Fixture that is set up first'));
  await pressOn(await seen('[role=option]', 'signed in'));
  await tryAll();
  expect(trials()).toEqual([{ page: 'Kilns', environment: 'local', fixture: 'signed in' }]);
  only('[role=status]', '1 of 2 elements found once, in 1.5 s at /kilns');
  expect(all('section[aria-label="Live page"] button', /^\d, /).map((each) => each.title)).toEqual([
    'Light',
    'Gauge',
    'Gauge',
  ]);
});

it('goes to an element from its box, and takes another way to find it', async () => {
  station();
  await tryAll();
  await pressOn(only('button', '1, Light'));
  expect(lens().textContent).toContain('#lightlastsin use');
  await pressOn(only('button', 'Use it'));
  await until(() => expect(document_()).toContain('| Light   | label | Light   |'));
});

it('shows only what is not found once, or has no name yet, which is taken into the page', async () => {
  const trials = station();
  await tryAll();
  await pressOn(only('[role=radio]', 'Only problems'));
  expect(all('button', /^\d, /)).toHaveLength(2);
  await pressOn(only('[role=radio]', 'No name yet (1)'));
  expect(all('button', /^\d, /)).toEqual([]);
  await pressOn(only('button', 'Take “Cool” into the page'));
  await until(() => expect(document_()).toContain('| Cool    | text | Cool    |'));
  // What was changed is tried again.
  await until(() => expect(trials()).toHaveLength(2));
});

it('says why a page could not be tried', async () => {
  station({ 'POST /api/trials': { ...TRIAL, failure: 'Nothing answers at http://localhost:8090/.' } });
  await pressOn(await seen('button', 'Try all 2'));
  await seen('[role=alert]', /Nothing answers/);
  expect(all('[role=status]', /found once/)).toEqual([]);
});

it('says why the server did not try it', async () => {
  station({ 'POST /api/trials': problem(409, 'A browser is not installed.') });
  await pressOn(await seen('button', 'Try all 2'));
  await seen('[role=alert]', /not installed/);
});

it('says what belongs there where there is no page', async () => {
  serve({ 'GET /api/blocks': [], 'GET /api/removed': [] });
  show(<PagesStation path="" />, '/pages');
  await until(() => expect(text()).toContain('This project has none yet'));
});
