/**
 * How many of the first and of the last ones of two lists are the same; none counts at both ends. What lies between is
 * all that an edit changed.
 */
export function commonEnds<T>(one: readonly T[], other: readonly T[]): { above: number; below: number } {
  const most = Math.min(one.length, other.length);
  let above = 0;
  while (above < most && one[above] === other[above]) above++;
  let below = 0;
  while (below < most - above && one.at(-1 - below) === other.at(-1 - below)) below++;
  return { above, below };
}
