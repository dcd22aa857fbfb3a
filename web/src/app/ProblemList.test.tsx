import { expect, it } from 'vitest';
import { seen } from '@/testing/page';
import { serve } from '@/testing/server';
import { show } from '@/testing/show';
import { ProblemList } from './ProblemList';

const problem = (line: number, message: string) => ({
  code: 'N102',
  severity: 'error',
  line,
  start: 2,
  end: 5,
  message,
  fixes: [],
});

it('names each problem with its document and line, and leads there', async () => {
  serve({
    'GET /api/problems': [{ path: 'suites/my firings.elmt', problems: [problem(7, 'Keyword “prss” not found.')] }],
  });
  show(<ProblemList />);
  const link = await seen('a', /Keyword “prss” not found/);
  expect(link.textContent).toContain('line 7 · N102');
  expect(link.getAttribute('href')).toBe('/cases/suites/my%20firings.elmt?line=7');
});

it('says so where nothing is wrong', async () => {
  serve({ 'GET /api/problems': [] });
  show(<ProblemList />);
  await seen('p', 'Nothing is wrong in this project.');
});
