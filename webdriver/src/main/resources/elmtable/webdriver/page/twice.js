// Makes two presses of an element a double one: called before them to listen, and after them to tell the page of a pair where the browser took them for single ones, as it does when the page is so busy that they come far apart.
(element, after) => {
  if (!after) {
    globalThis.elmTwice?.forget();
    const seen = { presses: 0, pair: false, changed: () => {} };
    const press = (event) => {
      if (event.isTrusted) seen.presses++;
      seen.changed();
    };
    const pair = () => {
      seen.pair = true;
      seen.changed();
    };
    addEventListener('click', press, true);
    addEventListener('dblclick', pair, true);
    seen.forget = () => {
      removeEventListener('click', press, true);
      removeEventListener('dblclick', pair, true);
    };
    globalThis.elmTwice = seen;
    return;
  }
  const seen = globalThis.elmTwice;
  if (!seen) return;
  // A pair follows its second press at once; presses on what was taken away meanwhile never come.
  const ENOUGH_MILLIS = 1_000;
  return new Promise((done) => {
    const look = (late) => {
      if (!late && !seen.pair && seen.presses < 2) return;
      clearTimeout(end);
      seen.changed = () => {};
      setTimeout(() => {
        seen.forget();
        if (!seen.pair && seen.presses > 1 && element.isConnected) {
          const box = element.getBoundingClientRect();
          const at = { clientX: box.left + box.width / 2, clientY: box.top + box.height / 2 };
          element.dispatchEvent(
            new MouseEvent('dblclick', { bubbles: true, cancelable: true, composed: true, detail: 2, ...at }),
          );
        }
        done();
      }, 0);
    };
    const end = setTimeout(() => look(true), ENOUGH_MILLIS);
    seen.changed = () => look(false);
    look(false);
  });
}
