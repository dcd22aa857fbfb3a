import 'fake-indexeddb/auto';
import { act } from 'react';
import { expect, it, vi } from 'vitest';
import type { ProjectView, RunView } from '@/api/types';
import { setSaving } from '@/document/saving';
import { all, only, pressOn, seen, text } from '@/testing/page';
import { type Answers, problem, serve } from '@/testing/server';
import { show } from '@/testing/show';
import { until } from '@/testing/until';
import { TopLine } from './TopLine';

const project = (problems: ProjectView['problems'], files: string[] = []) =>
  ({ name: 'Emberwick', environments: ['local', 'staging'], problems, files }) as unknown as ProjectView;

const run = (id: number, more: Partial<RunView>) =>
  ({ id, title: 'Smoke', workers: 2, total: 1200, counts: {}, state: 'finished', ...more }) as RunView;

function line(answers: Answers = {}) {
  const requests = serve({
    'GET /api/project': project({ errors: 0, warnings: 0, notices: 0 }),
    'GET /api/runs': [],
    ...answers,
  });
  show(<TopLine />);
  return requests;
}

it('says that there is no problem, or how many there are', async () => {
  line();
  await seen('[data-testid=problem-count]', 'no problems');
});

it('counts a file that cannot be read among the errors', async () => {
  line({ 'GET /api/project': project({ errors: 1, warnings: 0, notices: 3 }, ['broken.elmt']) });
  await seen('[data-testid=problem-count]', /2 errors.*3 notices/);
});

it('tells how far a run is that goes, and stops it', async () => {
  const going = run(7, { state: 'going', counts: { passed: 900, failed: 100 } });
  const requests = line({
    'GET /api/runs': [run(6, {}), going],
    'GET /api/runs/7': { run: { ...going, counts: { passed: 999, failed: 101 } } },
    'POST /api/runs/7/stop': {},
  });
  await until(() => expect(text()).toContain('1,100 of 1,200'));
  only('[role=img]', '999 passed, 101 failed of 1200');
  expect(only('a', 'Run 7').getAttribute('href')).toBe('/runs/7');
  await pressOn(only('button', 'Stop run 7'));
  expect(requests.some((each) => each.path === '/api/runs/7/stop')).toBe(true);
  expect(all('[role=alert]')).toEqual([]);
});

it('says why a run was not stopped', async () => {
  line({
    'GET /api/runs': [run(7, { state: 'going' })],
    'POST /api/runs/7/stop': problem(409, 'Run 7 is over.'),
  });
  await pressOn(await seen('button', 'Stop run 7'));
  await seen('[role=alert]', /Run 7 is over/);
});

it('says since when something is not saved, and why', async () => {
  const by = {};
  vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'Date'] });
  line();
  act(() => setSaving(by, { state: 'saving', since: Date.now(), why: '' }));
  expect(only('[role=status]', 'saving').textContent).toBe('saving');
  act(() => vi.advanceTimersByTime(12_000));
  only('[role=alert]', 'not saved for 12 s: the server does not answer');
  act(() => setSaving(by, { state: 'not saved', since: Date.now() - 1000, why: 'the disk is full' }));
  only('[role=alert]', 'not saved for 1 s: the disk is full');
  act(() => setSaving(by, null));
  expect(all('[role=alert]')).toEqual([]);
});
