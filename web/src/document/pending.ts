import { createStore, del, entries, set, type UseStore } from 'idb-keyval';

/** What a page has not sent yet, so that closing it loses nothing. */
export interface PendingUpdates {
  document: number;
  path: string;
  client: string;
  author: string;
  /** The number of the first update. */
  first: number;
  /** The version and text that the updates start from. */
  version: number;
  text: string;
  updates: unknown[];
}

let database: UseStore | null = null;

const kept = () => {
  database ??= createStore('elm-table', 'pending');
  return database;
};

const keyOf = (client: string, document: number) => `${client} ${document}`;

export const keepPending = (pending: PendingUpdates) => set(keyOf(pending.client, pending.document), pending, kept());

export const dropPending = (client: string, document: number) => del(keyOf(client, document), kept());

const lockOf = (client: string) => `elm-table page ${client}`;

/** Names this load of the page; a lock tells other pages that it is still there. */
export function newClient(): string {
  const client = crypto.randomUUID();
  const hidden = new Promise<void>((resolve) => addEventListener('pagehide', () => resolve(), { once: true }));
  navigator.locks?.request(lockOf(client), () => hidden);
  // A browser may keep a page that was left and show it again; others may have sent for it meanwhile.
  addEventListener('pageshow', (event) => {
    if (event.persisted) location.reload();
  });
  return client;
}

/** What pages left behind that are gone. */
export async function abandoned(): Promise<PendingUpdates[]> {
  const all = await entries<string, PendingUpdates>(kept());
  const locks = await navigator.locks?.query();
  const held = new Set(locks?.held?.map((lock) => lock.name));
  return all.map(([, pending]) => pending).filter((pending) => !held.has(lockOf(pending.client)));
}

/** Carries something out as the page that left it; nothing where another page is at it already. */
export const inPlaceOf = (client: string, task: () => Promise<void>) =>
  navigator.locks.request(lockOf(client), { ifAvailable: true }, async (lock) => {
    if (lock) await task();
  });
