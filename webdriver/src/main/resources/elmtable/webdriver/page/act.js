// Whether an element can be acted on. It has to stand still: two looks a frame apart tell, or one where nothing on the
// page has moved for a while (`standsStill`, which a page that is watched knows).
let lastBox = null;
let lastElement = null;

const single = (elements, opacity) => {
  if (elements.length === 0) return { state: 'absent', examples: instead() };
  const shown = elements.filter((element) => isShown(element, opacity));
  if (shown.length === 0) return { state: 'hidden', count: elements.length };
  if (shown.length > 1) return { state: 'several', count: shown.length, examples: shown.slice(0, 3).map(describe) };
  return { element: shown[0] };
};

// Which element counts: one that fits alone does, shown or not; of several only the one that is shown.
const counted = (elements) => (elements.length === 1 ? { element: elements[0] } : single(elements, false));

const actable = (elements) => {
  const one = single(elements, false);
  if (!one.element) return one;
  const { element } = one;
  // The pointer can be moved onto what cannot be used.
  if (ask.wanted !== 'hover' && isDisabled(element)) return { state: 'disabled' };
  if (ask.wanted === 'edit' && (element.readOnly || element.getAttribute('aria-readonly') === 'true')) return { state: 'readonly' };
  const inView = isInView(element);
  if (!inView) intoView(element);
  const box = JSON.stringify(element.getBoundingClientRect());
  const still = (lastElement === element && lastBox === box) || (inView && standsStill(element));
  lastElement = element;
  lastBox = box;
  if (!still) return { state: 'moving' };
  const cover = coveredBy(element);
  return cover ? { state: 'covered', cover } : { ok: true, element, ticked: isTicked(element) };
};
