import { vi } from 'vitest';

/** What the server answers, by method and path: a body, a whole response, or a promise of one that comes later. */
export type Answers = Record<string, unknown>;

export interface Request {
  method: string;
  path: string;
  body: unknown;
}

/** Answers requests instead of a server, and gives the requests that were made. */
export function serve(answers: Answers): Request[] {
  const requests: Request[] = [];
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    requests.push({
      method: init.method ?? 'GET',
      path,
      body: typeof init.body === 'string' ? JSON.parse(init.body) : (init.body ?? undefined),
    });
    const answer = await answers[`${init.method} ${path}`];
    if (answer instanceof Response) return answer;
    return answer === undefined ? problem(404, `${path} not found.`) : Response.json(answer);
  });
  return requests;
}

export const problem = (status: number, detail: string) =>
  new Response(JSON.stringify({ type: 'about:blank', title: 'Refused', status, detail }), {
    status,
    headers: { 'Content-Type': 'application/problem+json' },
  });
