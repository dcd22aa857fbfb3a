import { expect, it } from 'vitest';
import { all, choose, only, pressOn, seen } from '@/testing/page';
import { problem, serve } from '@/testing/server';
import { show } from '@/testing/show';
import { FileReplacement } from './FileReplacement';

const PATH = 'data/recipes.xlsx';
const ASK = `POST /api/replacements/${PATH}`;
const TAKE = `PUT /api/files/${PATH}`;
const RECIPES = {
  name: 'recipes',
  before: 'name,ash\nCeladon,8\n',
  after: 'name,ash\nCeladon,9\nTenmoku,4\n',
};

async function dialog(answer: unknown) {
  const requests = serve({ [ASK]: answer, [TAKE]: {} });
  show(<FileReplacement path={PATH} />);
  await choose('new.xlsx', 'PK');
  return requests;
}

it('shows row by row what changes in each data set, and takes nothing before one says so', async () => {
  const requests = await dialog([RECIPES, { ...RECIPES, name: 'materials', after: RECIPES.before }]);
  const recipes = await seen('section[aria-label="Data set recipes"]');
  expect(recipes.textContent).toContain('2 rows added, 1 row removed');
  const changed = [...recipes.querySelectorAll('tr[data-change]:not([data-change=same])')];
  expect(changed.map((row) => row.textContent?.replace(/^.*: [−+]/, ''))).toEqual(['Celadon8', 'Celadon9', 'Tenmoku4']);
  expect(only('section[aria-label="Data set materials"]').textContent).toContain('Both say the same.');
  expect(requests.map(({ method }) => method)).toEqual(['POST']);
  await pressOn(only('button', 'Take this file'));
  expect(requests.map(({ method, path }) => `${method} ${path}`)).toEqual([ASK, TAKE]);
  expect(all('[role=dialog]')).toEqual([]);
});

it('says of a set why it could not be read any more', async () => {
  await dialog([{ ...RECIPES, after: '', broken: 'The sheet “Recipes” is not there.' }]);
  const recipes = await seen('section[aria-label="Data set recipes"]');
  expect(recipes.textContent).toContain('It could not be read any more: The sheet “Recipes” is not there.');
  expect(all('tr[data-change]')).toEqual([]);
});

it('says how many rows were compared where there are more', async () => {
  await dialog([{ ...RECIPES, compared: 5_000 }]);
  expect((await seen('section[aria-label="Data set recipes"]')).textContent).toContain(
    'The first 5,000 rows are compared.',
  );
});

it('says why a file could not be compared, and changes nothing', async () => {
  const requests = await dialog(problem(413, 'A file may have 200 MB at most.'));
  expect((await seen('[role=alert]')).textContent).toBe(
    '“new.xlsx” could not be compared: A file may have 200 MB at most.',
  );
  expect(requests.length).toBe(1);
});

it('says why a file could not be taken', async () => {
  const requests = serve({ [ASK]: [RECIPES], [TAKE]: problem(507, 'The disk is full.') });
  show(<FileReplacement path={PATH} />);
  await choose('new.xlsx', 'PK');
  await pressOn(await seen('button', 'Take this file'));
  expect((await seen('[role=alert]')).textContent).toBe('“new.xlsx” could not be taken: The disk is full.');
  expect(requests.length).toBe(2);
});
