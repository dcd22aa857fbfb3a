import { expect, it } from 'vitest';
import type { RunView } from '@/api/types';
import { all, enter, only, seen, text } from '@/testing/page';
import { serve } from '@/testing/server';
import { show } from '@/testing/show';
import { until } from '@/testing/until';
import { RunsStation } from './RunsStation';

const run = (id: number, title: string, more: Partial<RunView> = {}) =>
  ({
    id,
    title,
    environment: 'local',
    browser: 'desktop',
    workers: 2,
    seed: 1,
    started: '2026-11-20T08:00:00Z',
    finished: '2026-11-20T08:01:30Z',
    state: 'finished',
    counts: { passed: 8, failed: 2 },
    total: 10,
    ...more,
  }) as RunView;

const listed = () => all('nav[aria-label=Runs] a').map((each) => each.getAttribute('href'));

it('lists the runs with how they went, and finds one by what is said of it', async () => {
  serve({ 'GET /api/runs': [run(3, 'All'), run(2, 'Smoke', { environment: 'staging' }), run(1, 'Smoke')] });
  const place = show(<RunsStation run={null} number={null} />, '/runs');
  await seen('a[href="/runs/3"]', /2 did not pass/);
  expect(listed()).toEqual(['/runs/3', '/runs/2', '/runs/1']);
  await until(() => expect(place.history?.at(-1)).toBe('/runs/3'));
  const filter = only('input', 'Filter runs');
  await enter(filter, 'smoke');
  expect(listed()).toEqual(['/runs/2', '/runs/1']);
  await enter(filter, 'staging');
  expect(listed()).toEqual(['/runs/2']);
  await enter(filter, 'nobody');
  expect(text()).toContain('Nothing found.');
});

it('says what belongs there where nothing has run', async () => {
  serve({ 'GET /api/runs': [] });
  show(<RunsStation run={null} number={null} />, '/runs');
  await until(() => expect(text()).toContain('Nothing has run yet.'));
});
