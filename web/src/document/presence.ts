import { live } from '@/api/socket';
import type { Presence } from '@/api/types';
import { store, useStore } from '@/parts/store';

/** Somebody else who has a document open. */
export interface Other extends Presence {
  colour: string;
}

/** Colours that are told apart in both themes; which one somebody has depends on who they are. */
const COLOURS = ['#2f6f9f', '#9a5b13', '#7a4fa3', '#2c7a4b', '#a13d54', '#4d6b1f'];

const others = store<readonly Other[]>([]);

/** Begins to hear of others. */
export const listenToOthers = () =>
  live.listen((message) => {
    if (message.live === 'here') {
      const rest = others.get().filter((other) => other.client !== message.presence.client);
      others.set([...rest, { ...message.presence, colour: colourOf(message.presence.client) }]);
    } else if (message.live === 'gone') {
      others.set(others.get().filter((other) => other.client !== message.client));
    } else if (message.live === 'welcome') others.set([]);
  });

/** The colour of a page, or of the folder. */
export function colourOf(client: string): string {
  let sum = 0;
  for (const letter of client) sum = (sum * 31 + letter.charCodeAt(0)) % 1_000_003;
  return COLOURS[sum % COLOURS.length] as string;
}

export const useOthers = () => useStore(others);

const LEAST_PAUSE_MILLIS = 250;
let last = 0;
let waiting: ReturnType<typeof setTimeout> | undefined;

/** Tells others where this page is, at most four times a second. */
export function tellPresence(presence: Presence) {
  clearTimeout(waiting);
  const pause = Math.max(0, last + LEAST_PAUSE_MILLIS - Date.now());
  waiting = setTimeout(() => {
    last = Date.now();
    live.here(presence);
  }, pause);
}
