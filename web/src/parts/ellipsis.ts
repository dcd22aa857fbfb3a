/**
 * A ref for a text of one line, which ends with dots where it is too long for its place.
 *
 * Only then is it clipped: a browser keeps a clip, a scroll position and a piece of paint for each element that might
 * be, and goes through all of them in every frame, while nearly all texts of a screen fit.
 */
export function ellipsis(element: HTMLElement | null): (() => void) | undefined {
  if (!element) return;
  element.dataset.ellipsis ??= 'fits';
  sizes ??= new ResizeObserver(cut);
  texts ??= new MutationObserver(changed);
  const watched = sizes;
  watched.observe(element);
  texts.observe(element, { childList: true, characterData: true, subtree: true });
  return () => {
    watched.unobserve(element);
    delete element.dataset.ellipsis;
  };
}

let sizes: ResizeObserver | undefined;
let texts: MutationObserver | undefined;

/** Called after layout: everything is read before anything is written, so that nothing is laid out twice. */
function cut(entries: ResizeObserverEntry[]) {
  const tooLong = entries.map(({ target }) => target.scrollWidth > target.clientWidth);
  entries.forEach(({ target }, index) => {
    if (target instanceof HTMLElement) target.dataset.ellipsis = tooLong[index] ? 'cut' : 'fits';
  });
}

/** Another text in a place of the same size: it is looked at after the next layout. */
function changed(records: MutationRecord[]) {
  const places = new Set<Element>();
  for (const { target } of records) {
    const place = (target instanceof Element ? target : target.parentElement)?.closest('[data-ellipsis]');
    if (place?.isConnected) places.add(place);
  }
  for (const place of places) {
    sizes?.unobserve(place);
    sizes?.observe(place);
  }
}
