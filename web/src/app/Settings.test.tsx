import { act } from 'react';
import { expect, it } from 'vitest';
import { enter, only, pressOn, seen, text } from '@/testing/page';
import { problem, serve } from '@/testing/server';
import { show } from '@/testing/show';
import { Settings } from './Settings';

const NOW = { keptRuns: 200, keptDays: 90, folder: '/srv/kilns', data: '/srv/kilns/.elm/data' };

it('tells where things lie and changes how long runs are kept', async () => {
  const requests = serve({
    'GET /api/settings': NOW,
    'PUT /api/settings': { ...NOW, keptRuns: 20 },
  });
  show(<Settings />);
  await pressOn(only('button', 'Settings'));
  await enter(await seen('input[type=number]', 'Runs that always stay'), '20');
  expect(text()).toContain('/srv/kilns/.elm/data');
  await pressOn(only('button', 'Save'));
  await seen('[role=status]', /^Saved/);
  expect(requests.at(-1)?.body).toEqual({ keptRuns: 20, keptDays: 90 });
});

it('says why a zip was not taken in', async () => {
  serve({ 'GET /api/settings': NOW, 'POST /api/import': problem(400, 'This is no zip file.') });
  show(<Settings />);
  await pressOn(only('button', 'Settings'));
  const field = only('input[type=file]', 'Take in a zip …') as HTMLInputElement;
  Object.defineProperty(field, 'files', { value: [new File(['x'], 'x.zip')] });
  await act(async () => field.dispatchEvent(new Event('change', { bubbles: true })));
  expect((await seen('[role=alert]')).textContent).toBe('This is no zip file.');
});
