/** In a tab that is not shown, nothing is painted. */
const LONGEST_MILLIS = 100;

/** Resolves once what was drawn so far is on the screen, so that nothing else holds that up. */
export const afterPaint = () =>
  new Promise<void>((resolve) => {
    const late = setTimeout(resolve, LONGEST_MILLIS);
    requestAnimationFrame(() => {
      const { port1, port2 } = new MessageChannel();
      port1.onmessage = () => {
        port1.close();
        clearTimeout(late);
        resolve();
      };
      port2.postMessage(null);
    });
  });
