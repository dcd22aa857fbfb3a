import { afterEach, expect, it } from 'vitest';
import type { CaseNode, TreeView } from '@/api/types';
import { all, enter, only, pressOn, seen, text } from '@/testing/page';
import { serve } from '@/testing/server';
import { clear, show } from '@/testing/show';
import { CasesTree } from './CasesTree';

afterEach(clear);

const node = (name: string, more: Partial<CaseNode> = {}): CaseNode => ({
  name,
  nameParts: [{ text: name }],
  line: 3 + name.length,
  tags: [],
  executableCount: 1,
  ...more,
});

const TREE: TreeView = {
  suites: [
    {
      path: 'suites/kilns.elmt',
      name: 'Kilns',
      executableCount: 3,
      cases: [
        node('One is lit', { tags: ['smoke', 'gas'], last: 'passed' }),
        node('Two are lit', { tags: ['#slow'], last: 'failed' }),
        node('None is lit', { exclusionReason: 'a draft' }),
      ],
    },
    { path: 'suites/clays.elmt', name: 'Clays', executableCount: 1, cases: [node('A bag of smoke', {})] },
  ],
  documents: [],
};

async function contents() {
  serve({ 'GET /api/tree': TREE, 'GET /api/removed': [] });
  show(<CasesTree open="suites/clays.elmt" />, '/cases');
  await seen('nav a', /^Clays/);
}

const names = () => all('nav a').map((link) => link.textContent?.replace(/(\d|a draft).*/, ''));
const filter = (value: string) => enter(only('input'), value);

it('shows the cases of the document that is open, and those of others on wish', async () => {
  await contents();
  expect(names()).toEqual(['Kilns', 'Clays', 'A bag of smoke']);
  await pressOn(all('nav button')[0] as HTMLElement);
  expect(names()).toEqual(['Kilns', 'One is lit', 'Two are lit', 'None is lit', 'Clays', 'A bag of smoke']);
});

it('finds cases by name, tag, last outcome and why they do not run', async () => {
  await contents();
  await filter('smoke');
  expect(names()).toEqual(['Kilns', 'One is lit', 'Clays', 'A bag of smoke']);
  await filter('#s');
  expect(names()).toEqual(['Kilns', 'One is lit', 'Two are lit']);
  await filter('failed');
  expect(names()).toEqual(['Kilns', 'Two are lit']);
  await filter('draft');
  expect(names()).toEqual(['Kilns', 'None is lit']);
  await filter('kilns');
  expect(names()).toEqual(['Kilns', 'One is lit', 'Two are lit', 'None is lit']);
  await filter('ash');
  expect(names()).toEqual([]);
  expect(text()).toContain('No suite, case, tag or outcome fits the filter.');
});
