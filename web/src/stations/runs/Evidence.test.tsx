import { expect, it } from 'vitest';
import type { CaseRunView, EvidenceView, StepRunView } from '@/api/types';
import { only, text } from '@/testing/page';
import { show } from '@/testing/show';
import { Evidence } from './Evidence';

const view = { testCase: { row: 2, values: { member: 'Olga' } }, history: [] } as unknown as CaseRunView;

const step = (evidence: EvidenceView[]) =>
  ({
    keyword: 'expect download',
    resolved: [{ name: 'name', value: 'kilns.csv' }],
    evidence,
  }) as unknown as StepRunView;

it('gives what was downloaded under its own name', () => {
  show(<Evidence view={view} step={step([{ kind: 'download', file: 'ab.csv', note: 'kilns.csv' }])} />);
  const link = only('a', 'kilns.csv');
  expect(link.getAttribute('href')).toBe('/api/evidence/ab.csv');
  expect(link.getAttribute('download')).toBe('kilns.csv');
  expect(text()).toContain('None was taken at this step.');
});

it('shows each picture with what it is of, the source and the values', () => {
  show(
    <Evidence
      view={view}
      step={step([
        { kind: 'picture', file: 'ab.png', note: 'after the step' },
        { kind: 'source', file: 'cd.html', note: 'http://kiln.test' },
      ])}
    />,
  );
  expect(only('img', '').getAttribute('alt')).toBe('The page, after the step');
  expect(only('a', 'Source of the page').getAttribute('href')).toBe('/api/evidence/cd.html');
  expect(text()).not.toContain('Downloaded');
  expect(text()).toContain('Row 2');
  expect(text()).toContain('Olga');
});
