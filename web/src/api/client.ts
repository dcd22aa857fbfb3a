import type { ProblemDetails } from './types';

/** An answer of the server that is not what was asked for; its message is for a person. */
export class Refused extends Error {
  readonly problem: ProblemDetails | null;
  readonly status: number;

  constructor(status: number, problem: ProblemDetails | null) {
    super(problem?.detail ?? (status === 0 ? 'The server does not answer.' : `The server answered ${status}.`));
    this.status = status;
    this.problem = problem;
  }
}

async function send<T>(method: string, path: string, body?: unknown): Promise<T> {
  const headers: Record<string, string> = {};
  if (body !== undefined) headers['Content-Type'] = 'application/json';
  return ask(path, { method, headers, body: body === undefined ? undefined : JSON.stringify(body) });
}

async function ask<T>(path: string, init: RequestInit): Promise<T> {
  let answer: Response;
  try {
    answer = await fetch(path, init);
  } catch {
    throw new Refused(0, null);
  }
  if (!answer.ok) {
    const problem = answer.headers.get('Content-Type')?.includes('problem+json') ? await answer.json() : null;
    throw new Refused(answer.status, problem);
  }
  return (answer.headers.get('Content-Type')?.includes('json') ? await answer.json() : undefined) as T;
}

export const get = <T>(path: string) => send<T>('GET', path);
export const post = <T>(path: string, body: unknown) => send<T>('POST', path, body);
export const put = <T>(path: string, body: unknown) => send<T>('PUT', path, body);
export const sendFile = <T = void>(method: 'POST' | 'PUT', path: string, file: Blob) =>
  ask<T>(path, { method, body: file });
export const patch = <T>(path: string, body: unknown) => send<T>('PATCH', path, body);
export const remove = (path: string) => send<void>('DELETE', path);

/** A document's path as part of an address. */
export const inAddress = (path: string) => path.split('/').map(encodeURIComponent).join('/');
