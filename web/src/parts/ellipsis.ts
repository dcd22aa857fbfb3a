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
  texts ??= watchedTexts();
  const watched = sizes;
  watched.observe(element);
  texts.observe(element, { childList: true, characterData: true, subtree: true });
  return () => {
    watched.unobserve(element);
    delete element.dataset.ellipsis;
  };
}

/** What may make a text longer in a place that keeps its size: other words, or the font that comes after them. */
function watchedTexts(): MutationObserver {
  document.fonts?.addEventListener('loadingdone', () => lookAgain(document.querySelectorAll('[data-ellipsis]')));
  return new MutationObserver(changed);
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

function changed(records: MutationRecord[]) {
  const places = new Set<Element>();
  for (const { target } of records) {
    // A longer part makes all longer that it stands in.
    for (let at: Node | null = target; at; at = at.parentNode) {
      if (at instanceof HTMLElement && at.dataset.ellipsis && at.isConnected) places.add(at);
    }
  }
  lookAgain(places);
}

/** They are told of after the next layout. */
function lookAgain(places: Iterable<Element>) {
  for (const place of places) {
    sizes?.unobserve(place);
    sizes?.observe(place);
  }
}
