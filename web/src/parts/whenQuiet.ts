/**
 * Does something once calls have paused for a moment, at the latest some time after the first one; what is worked out
 * for a list then never competes with what is being typed.
 */
export function whenQuiet(task: () => void, quietMillis: number, longestMillis: number) {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let first = 0;
  const fire = () => {
    timer = undefined;
    task();
  };
  return {
    call() {
      const now = performance.now();
      if (timer === undefined) first = now;
      clearTimeout(timer);
      timer = setTimeout(fire, Math.max(0, Math.min(quietMillis, first + longestMillis - now)));
    },
    stop() {
      clearTimeout(timer);
      timer = undefined;
    },
  };
}
