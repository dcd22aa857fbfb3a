import { ChangeSet, Text } from '@codemirror/state';
import { createStore, del, delMany, entries, set, setMany, type UseStore } from 'idb-keyval';

/** After so many confirmed updates the text is written anew instead of what led on from the one written. */
const MOST_SINCE = 100;

/** A text of the document on the server; written now and then, as it may be long. */
interface Base {
  client: string;
  version: number;
  text: string;
}

/** What a page has not sent yet, so that closing it loses nothing. */
interface Pending {
  document: number;
  path: string;
  client: string;
  author: string;
  /** The number of the first update. */
  first: number;
  /** The version that the updates start from. */
  version: number;
  updates: unknown[];
}

/** As it lies in the database: `since` leads from the base's text to the one of the version. */
interface Written extends Pending {
  base: number;
  since: unknown[];
}

/** With the text that the updates start from. */
export interface PendingUpdates extends Pending {
  text: string;
}

/** The text on the server at the version that pending updates start from. */
export interface ServerText {
  text(): string;
  /** The changes that led there from an earlier version, one for each; null where they are no longer known. */
  since(version: number): unknown[] | null;
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

/** Keeps what is not sent yet; nothing of it is written without the text that it starts from. */
export async function keepPending(pending: Pending, server: ServerText) {
  const { client, document, version } = pending;
  const key = keyOf(client, document);
  const baseKey = baseKeyOf(client, document);
  const base = written.get(baseKey);
  const since = base === undefined ? null : server.since(base);
  if (base !== undefined && since !== null && since.length <= MOST_SINCE) {
    await set(key, { ...pending, base, since } satisfies Written, kept());
    return;
  }
  const anew: [string, Written | Base][] = [
    [baseKey, { client, version, text: server.text() }],
    [key, { ...pending, base: version, since: [] }],
  ];
  await setMany(anew, kept());
  written.set(baseKey, version);
}

/** All updates were sent; the text stays for those that follow. */
export const sentPending = (client: string, document: number) => del(keyOf(client, document), kept());

/** The document is left: nothing of it is kept any longer. */
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

/** What pages left behind that are gone; the texts of those that had sent everything are removed. */
export async function abandoned(): Promise<PendingUpdates[]> {
  const all = new Map(await entries<string, Written | Base>(kept()));
  const locks = await navigator.locks?.query();
  const held = new Set(locks?.held?.map((lock) => lock.name));
  const gone = [...all].filter(([, { client }]) => !held.has(lockOf(client)));
  const unused = new Set(gone.flatMap(([key, each]) => ('text' in each ? key : [])));
  const left: PendingUpdates[] = [];
  for (const [, pending] of gone) {
    if ('text' in pending) continue;
    const key = baseKeyOf(pending.client, pending.document);
    unused.delete(key);
    const base = all.get(key) as Base | undefined;
    if (base?.version === pending.base) left.push({ ...pending, text: textOf(base, pending.since) });
  }
  // Where nothing tells which pages are there, as without HTTPS, their texts may still be needed.
  if (locks && unused.size > 0) await delMany([...unused], kept());
  return left;
}

function textOf(base: Base, since: readonly unknown[]): string {
  let text = Text.of(base.text.split('\n'));
  for (const change of since) text = ChangeSet.fromJSON(change).apply(text);
  return text.toString();
}

/** Carries something out as the page that left it; nothing where another page is at it already. */
export const inPlaceOf = (client: string, task: () => Promise<void>) =>
  navigator.locks.request(lockOf(client), { ifAvailable: true }, async (lock) => {
    if (lock) await task();
  });
