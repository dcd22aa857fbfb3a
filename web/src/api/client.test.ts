import { expect, it, vi } from 'vitest';
import { problem, serve } from '@/testing/server';
import { get, inAddress, post, Refused } from './client';

const refusal = async (request: Promise<unknown>) => {
  const thrown = await request.then(
    () => undefined,
    (error: unknown) => error,
  );
  expect(thrown).toBeInstanceOf(Refused);
  return thrown as Refused;
};

it('gives the reason of a refusal in the words of the server', async () => {
  serve({ 'POST /api/runs': problem(422, 'The project has no suite “Glaze”.') });
  const refused = await refusal(post('/api/runs', {}));
  expect(refused.status).toBe(422);
  expect(refused.message).toBe('The project has no suite “Glaze”.');
});

it('still says something where an answer has no reason', async () => {
  serve({ 'GET /api/tree': new Response('<h1>Bad gateway', { status: 502 }) });
  const refused = await refusal(get('/api/tree'));
  expect(refused.problem).toBeNull();
  expect(refused.message).toContain('502');
});

it('refuses with status 0 where there is no server', async () => {
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('failed')));
  expect((await refusal(get('/api/tree'))).status).toBe(0);
});

it('takes an empty answer for nothing', async () => {
  serve({ 'POST /api/runs/1/stop': new Response(null, { status: 204 }) });
  expect(await post('/api/runs/1/stop', {})).toBeUndefined();
});

it('keeps the folders of a path and escapes the rest', () => {
  expect(inAddress('suites/50 % & more?.elmt')).toBe('suites/50%20%25%20%26%20more%3F.elmt');
});
