/** A generator of numbers that is the same in every run. */
export function numbers(seed: number) {
  let state = seed;
  return (below: number) => {
    state = (Math.imul(state, 1103515245) + 12345) & 0x7fffffff;
    return (state >> 8) % below;
  };
}
