import { createStore, delMany, entries, set, type UseStore } from 'idb-keyval';

/** The text that pending updates start from; written once for a version, as it may be long. */
interface Base {
  version: number;
  text: string;
}

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
const baseKeyOf = (client: string, document: number) => `base ${keyOf(client, document)}`;

/** The version whose text was written last, by key. */
const written = new Map<string, number>();

/** Keeps updates; `text` gives the one that they start from. */
export async function keepPending(pending: Omit<PendingUpdates, 'text'>, text: () => string) {
  const base = baseKeyOf(pending.client, pending.document);
  if (written.get(base) !== pending.version) {
    await set(base, { version: pending.version, text: text() } satisfies Base, kept());
    written.set(base, pending.version);
  }
  await set(keyOf(pending.client, pending.document), pending, kept());
}

export async function dropPending(client: string, document: number) {
  const base = baseKeyOf(client, document);
  written.delete(base);
  await delMany([keyOf(client, document), base], kept());
}

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
  const all = new Map(await entries<string, PendingUpdates | Base>(kept()));
  const locks = await navigator.locks?.query();
  const held = new Set(locks?.held?.map((lock) => lock.name));
  const left: PendingUpdates[] = [];
  for (const pending of all.values()) {
    if (!('client' in pending) || held.has(lockOf(pending.client))) continue;
    const base = all.get(baseKeyOf(pending.client, pending.document)) as Base | undefined;
    if (base?.version === pending.version) left.push({ ...pending, text: base.text });
  }
  return left;
}

/** Carries something out as the page that left it; nothing where another page is at it already. */
export const inPlaceOf = (client: string, task: () => Promise<void>) =>
  navigator.locks.request(lockOf(client), { ifAvailable: true }, async (lock) => {
    if (lock) await task();
  });
