// What an element is, whether it is shown, and what lies over it.
const hasBox = (element) => {
  const box = element.getBoundingClientRect();
  return (box.width > 0 && box.height > 0) || [...element.children].some(hasBox);
};

const isShown = (element, opacity) =>
  element.isConnected && element.checkVisibility({ visibilityProperty: true, opacityProperty: opacity }) && hasBox(element);

const labelOf = (element) =>
  plain(element.getAttribute('aria-label') || element.labels?.[0]?.textContent || element.getAttribute('placeholder') || '');

// Tells an element from its like: what it is, what it is called, and which form it is in.
const describe = (element) => {
  const id = element.id ? `#${element.id}` : '';
  const classes = typeof element.className === 'string' && element.className ? `.${plain(element.className).split(' ').join('.')}` : '';
  const name = element.getAttribute('name');
  const text = (plain(element.innerText) || labelOf(element)).slice(0, 40);
  const form = element.form?.getAttribute('id') || element.form?.getAttribute('name') || element.form?.getAttribute('aria-label');
  return [
    `${element.tagName.toLowerCase()}${id}${classes}${name ? `[name=${name}]` : ''}`,
    text ? `“${text}”` : '',
    form ? `in the form ${form}` : '',
  ]
    .filter((part) => part !== '')
    .join(' ');
};

const coveredBy = (element) => {
  const box = element.getBoundingClientRect();
  const x = Math.min(Math.max(box.left + box.width / 2, 0), innerWidth - 1);
  const y = Math.min(Math.max(box.top + box.height / 2, 0), innerHeight - 1);
  let hit = document.elementFromPoint(x, y);
  while (hit?.shadowRoot?.elementFromPoint(x, y) && hit.shadowRoot.elementFromPoint(x, y) !== hit) {
    hit = hit.shadowRoot.elementFromPoint(x, y);
  }
  if (!hit || element.contains(hit) || hit.contains(element.getRootNode().host ?? null)) return null;
  const label = hit.closest('label');
  if (label && label.control === element) return null;
  return hit.contains(element) && element.getClientRects().length > 1 ? null : describe(hit);
};

const isInView = (element) => {
  const box = element.getBoundingClientRect();
  return box.top >= 0 && box.left >= 0 && box.bottom <= innerHeight && box.right <= innerWidth;
};

const textOf = (element) => plain(element.innerText ?? element.textContent);

const intoView = (element) => element.scrollIntoView({ block: 'center', inline: 'center', behavior: 'instant' });
