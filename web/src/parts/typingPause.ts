/**
 * How long nobody has to have pressed a key, in milliseconds: longer than the pause between two keys that a keyboard
 * repeats, and half of the one between two keys of somebody who types fast, so that what waits is done before the next.
 */
const PAUSE_MILLIS = 40;
const LONGEST_MILLIS = 1_000;

let last = Number.NEGATIVE_INFINITY;

addEventListener(
  'keydown',
  () => {
    last = performance.now();
  },
  { capture: true, passive: true },
);

/**
 * Resolves once nobody types for a moment, so that what is done then makes no key wait; at the latest after some time.
 * Tells whether there was such a moment.
 */
export async function whenNobodyTypes(longestMillis = LONGEST_MILLIS, pauseMillis = PAUSE_MILLIS): Promise<boolean> {
  const longest = performance.now() + longestMillis;
  for (;;) {
    const now = performance.now();
    if (last + pauseMillis <= now) return true;
    if (longest <= now) return false;
    await new Promise((resolve) => setTimeout(resolve, Math.min(last + pauseMillis, longest) - now));
  }
}
