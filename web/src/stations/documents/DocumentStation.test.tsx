import 'fake-indexeddb/auto';
import { expect, it } from 'vitest';
import { CASES } from '@/app/places';
import { only, seen, text } from '@/testing/page';
import { serve } from '@/testing/server';
import { show } from '@/testing/show';
import { until } from '@/testing/until';
import { DocumentStation } from './DocumentStation';

it('goes to the station of its blocks before the project is known', async () => {
  const path = 'station-of-rows.elmt';
  serve({
    'GET /api/tree': new Promise(() => {}),
    [`GET /api/documents?path=${path}&text`]: [
      { id: 71, path, version: 0, text: 'data Large\nrows\n| number |\n| 1 |\n' },
    ],
  });
  const station = { home: CASES, word: 'Cases', contents: null };
  const place = show(<DocumentStation path={path} station={station} />, `${CASES}/${path}`);
  await until(() => expect(place.history?.at(-1)).toBe(`/data/${path}`));
  expect(text()).not.toContain('Large');
});

it('shows a document without a suite as a table where its address asks for an overview', async () => {
  const path = 'no-suite.elmt';
  serve({
    'GET /api/tree': new Promise(() => {}),
    [`GET /api/documents?path=${path}&text`]: [
      { id: 72, path, version: 0, text: 'data Large\nrows\n| number |\n| 1 |\n' },
    ],
  });
  const station = { home: '/data', word: 'Data', contents: null };
  show(<DocumentStation path={path} station={station} />, `/data/${path}?as=overview`);
  await seen('[data-sheet]');
  only('[aria-label=Lens]');
});
