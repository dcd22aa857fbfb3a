import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { vi } from 'vitest';
import { Router } from 'wouter';
import { memoryLocation } from 'wouter/memory-location';

/** What the server answers, by method and path: a body, or a whole response. */
export type Answers = Record<string, unknown>;

/** Answers requests instead of a server, and gives the requests that were made. */
export function serve(answers: Answers): { method: string; path: string; body: unknown; revision?: string }[] {
  const requests: ReturnType<typeof serve> = [];
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    const headers = new Headers(init.headers);
    requests.push({
      method: init.method ?? 'GET',
      path,
      body: init.body ? JSON.parse(String(init.body)) : undefined,
      revision: headers.get('If-Match') ?? undefined,
    });
    const answer = answers[`${init.method} ${path}`];
    if (answer instanceof Response) return answer;
    if (answer === undefined) return problem(404, `Nothing is at ${path}.`);
    return Response.json(answer);
  });
  return requests;
}

export const problem = (status: number, detail: string) =>
  new Response(JSON.stringify({ type: 'about:blank', title: 'Refused', status, detail }), {
    status,
    headers: { 'Content-Type': 'application/problem+json' },
  });

/** Draws a part of the interface at an address; `place.history` has where it went. */
export function show(part: ReactNode, at = '/') {
  const place = memoryLocation({ path: at, record: true });
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  render(
    <QueryClientProvider client={queries}>
      <Router hook={place.hook}>{part}</Router>
    </QueryClientProvider>,
  );
  return place;
}
