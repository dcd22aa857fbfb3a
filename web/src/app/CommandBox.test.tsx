import { expect, it } from 'vitest';
import { all, enter, only, press, seen } from '@/testing/page';
import { serve } from '@/testing/server';
import { show } from '@/testing/show';
import { until } from '@/testing/until';
import { CommandBox } from './CommandBox';

const suite = (name: string, cases: string[]) => ({
  path: `suites/${name.toLowerCase()}.elmt`,
  name,
  executableCount: cases.length,
  cases: cases.map((word, index) => ({ name: word, nameParts: [{ text: word }], line: 4 + index, executableCount: 1 })),
});

const answers = {
  'GET /api/tree': {
    suites: [suite('Firings', ['Load the kiln', 'Cool the kiln']), suite('Glazes', ['Mix ash'])],
    documents: [],
  },
  'GET /api/keywords': [{ name: 'load shelves', path: 'keywords/kilns.elmt', line: 12 }, { name: 'press' }],
  'GET /api/project': { environments: ['local'] },
  'GET /api/blocks': [{ kind: 'page', name: 'Kilns', path: 'pages.elmt', line: 3 }],
  'POST /api/runs': { id: 7 },
  'GET /api/lines?text=cone%206': {
    count: 61,
    lines: [
      { path: 'suites/glazes.elmt', line: 7, title: 'Mix ash', text: '| fire | cone 6 |' },
      { path: 'cones.csv', line: 3, title: '', text: '6,cone 6' },
    ],
  },
};

async function opened() {
  const requests = serve(answers);
  const place = show(<CommandBox showKeys={() => {}} />, '/plan');
  await press('k', { ctrlKey: true });
  const field = await seen('[role=combobox]');
  await seen('[role=option]', /Load the kiln/);
  return { place, field, requests };
}

const options = () => all('[role=option]').map((option) => option.textContent);

it('finds what has every word typed, in any order, whatever its kind', async () => {
  const { field } = await opened();
  await enter(field, 'kiln load');
  expect(options()).toEqual(['Load the kilncase in Firings']);
  await enter(field, 'load');
  expect(options()).toEqual(['Load the kilncase in Firings', 'load shelveskeyword']);
});

it('goes to the line of what is chosen by keys, and closes', async () => {
  const { place, field } = await opened();
  await enter(field, 'load');
  await press('ArrowDown');
  await press('Enter');
  expect(place.history.at(-1)).toBe('/keywords?name=load%20shelves');
  expect(all('[role=dialog]')).toEqual([]);
});

it('runs a suite and goes to the run', async () => {
  const { place, field, requests } = await opened();
  await enter(field, 'run glazes');
  await press('Enter');
  await until(() => expect(place.history.at(-1)).toBe('/runs/7'));
  expect(requests.find((request) => request.method === 'POST')?.body).toEqual({ title: 'Glazes', suites: ['Glazes'] });
});

it('finds lines of documents that hold what is typed, and goes there', async () => {
  const { place, field } = await opened();
  await enter(field, 'cone 6 ');
  await seen('[role=option]', '| fire | cone 6 |Mix ash');
  expect(options()).toEqual(['| fire | cone 6 |Mix ash', '6,cone 6cones.csv']);
  expect(only('[role=dialog]').textContent).toContain('in 61 lines of documents; here the first 2');
  await press('ArrowDown');
  await press('Enter');
  expect(place.history.at(-1)).toBe('/data/cones.csv?as=text&line=3');
});

it('says so where nothing fits, and Escape leaves everything as it was', async () => {
  const { place, field } = await opened();
  await enter(field, 'no such thing');
  expect(only('[role=dialog]').textContent).toContain('Nothing found.');
  await press('Escape');
  expect(all('[role=dialog]')).toEqual([]);
  expect(place.history).toEqual(['/plan']);
});
