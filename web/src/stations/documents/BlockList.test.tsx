import { expect, it } from 'vitest';
import { all, enter, only, pressOn, seen } from '@/testing/page';
import { serve } from '@/testing/server';
import { show } from '@/testing/show';
import { BlockList } from './BlockList';

const keywords = (count: number) =>
  Array.from({ length: count }, (_, at) => ({
    key: `k.elmt:${at}`,
    to: `/keywords?name=${at}`,
    open: false,
    path: 'k.elmt',
    name: `keyword ${at}`,
    note: '',
    detail: '',
    errors: 0,
    warnings: 0,
    size: 1,
  }));

const listed = () => all('nav a').map((link) => link.querySelector('span')?.textContent);

function list(count: number) {
  serve({ 'GET /api/blocks': [], 'GET /api/removed': [] });
  const groups = [
    { word: 'own', right: 'calls', blocks: keywords(count) },
    { word: 'built in', blocks: keywords(2).map((each) => ({ ...each, key: `b ${each.key}` })), foldedAtFirst: true },
  ];
  show(<BlockList label="Keywords" groups={groups} empty="None." />);
}

it('draws of many blocks only those in view, and finds them all', async () => {
  list(5_000);
  await seen('h2 button', 'own');
  expect(listed().length).toBeLessThan(100);
  expect(listed()[0]).toBe('keyword 0');
  await enter(only('input'), 'keyword 4999');
  expect(listed()).toEqual(['keyword 4999']);
});

it('folds and unfolds a group', async () => {
  list(1);
  await seen('h2 button', 'built in');
  expect(listed()).toEqual(['keyword 0']);
  await pressOn(only('h2 button', 'built in'));
  expect(listed()).toEqual(['keyword 0', 'keyword 0', 'keyword 1']);
  await pressOn(only('h2 button', 'own'));
  expect(listed()).toEqual(['keyword 0', 'keyword 1']);
});
