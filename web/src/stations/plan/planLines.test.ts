import { expect, it } from 'vitest';
import type { CasePlanView, ExecutableView, PlanView } from '@/api/types';
import { linesOf, type PlanShown } from './planLines';

let next = 0;
const executable = (name: string, row = 0) => ({ name, row, number: next++ }) as unknown as ExecutableView;
const planned = (suite: string, name: string, count: number, more: Partial<CasePlanView> = {}): CasePlanView =>
  ({
    index: next++,
    suite,
    name,
    count,
    executables: Array.from({ length: Math.min(count, 3) }, (_, i) =>
      executable(`${name} ${i}`, count > 1 ? i + 1 : 0),
    ),
    ...more,
  }) as unknown as CasePlanView;

const CASES = [
  planned('Kilns', 'list', 1, { expectedMillis: 1_000 }),
  planned('Kilns', 'sizes', 8, { expectedMillis: 500 }),
  planned('Clay', 'off', 0, { expectedMillis: 9_000 }),
  planned('Clay', 'stock', 2),
];

function lines(shown: Partial<PlanShown> = {}, cases = CASES): string[] {
  const all: PlanShown = { only: 'all', filter: '', folded: new Set(), further: new Map(), ...shown };
  return linesOf({ cases } as unknown as PlanView, all).map((line) => {
    if (line.kind === 'suite') return `${line.suite}: ${line.count} in, ${line.out} out, ${line.millis ?? 'unknown'}`;
    if (line.kind === 'case') return `case ${line.one.name}`;
    if (line.kind === 'more') return `${line.left} more`;
    return `${line.alone ? 'alone ' : ''}${line.executable.name}`;
  });
}

it('counts each suite and draws a case without rows as one line', () => {
  expect(lines()).toEqual([
    'Kilns: 9 in, 0 out, 1500',
    'alone list 0',
    'case sizes',
    'sizes 0',
    'sizes 1',
    'sizes 2',
    '5 more',
    'Clay: 2 in, 1 out, unknown',
    'case off',
    'case stock',
    'stock 0',
    'stock 1',
  ]);
});

it('leaves out on wish what does not run', () => {
  expect(lines({ only: 'in' })).not.toContain('case off');
  expect(lines({ only: 'in' })).toContain('Clay: 2 in, 0 out, unknown');
});

it('finds suites, cases and executable cases', () => {
  expect(lines({ filter: 'CLAY' })[0]).toBe('Clay: 2 in, 1 out, unknown');
  expect(lines({ filter: 'sizes 1' })).toEqual(['Kilns: 8 in, 0 out, 500', 'case sizes', 'sizes 1', '5 more']);
  expect(lines({ filter: 'nothing' })).toEqual([]);
});

it('shows those that were fetched behind the first ones, and how many are left', () => {
  const sizes = CASES[1] as CasePlanView;
  const further = new Map([[sizes.index, [executable('sizes 3', 4), executable('sizes 4', 5)]]]);
  expect(lines({ further }).slice(3, 9)).toEqual(['sizes 0', 'sizes 1', 'sizes 2', 'sizes 3', 'sizes 4', '3 more']);
  expect(lines({ further, filter: 'sizes 4' })).toContain('sizes 4');
});

it('draws of a folded suite its head only', () => {
  expect(lines({ folded: new Set(['Kilns']) }).slice(0, 2)).toEqual([
    'Kilns: 9 in, 0 out, 1500',
    'Clay: 2 in, 1 out, unknown',
  ]);
});

it('names a case that another one needs though it has one executable only', () => {
  const needed = [planned('Kilns', 'first', 1, { needed: 'by last' } as Partial<CasePlanView>)];
  expect(lines({}, needed).slice(1)).toEqual(['case first', 'alone first 0']);
});
