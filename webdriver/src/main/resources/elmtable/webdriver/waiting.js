// Runs inside the tested page as the body of an asynchronous script. Answers once the wanted state holds, or at the
// time limit with what was there instead. Arguments: the question, then the callback.
const [ask, done] = arguments;
const began = performance.now();

const plain = (text) => (text ?? '').replace(/[\s\u00a0]+/g, ' ').trim();

const named = (element) => {
  const aria = element.getAttribute('aria-label');
  return plain(aria || (element.matches('input') ? element.value : (element.innerText ?? element.textContent)));
};

const withName = (selector, name) =>
  [...document.querySelectorAll(selector)].filter((element) => named(element) === plain(name));

const labelled = (text) => {
  const wanted = plain(text);
  const found = new Set();
  for (const label of document.querySelectorAll('label')) {
    const own = label.cloneNode(true);
    own.querySelectorAll('input, select, textarea, button').forEach((control) => control.remove());
    if (label.control && (plain(own.textContent) === wanted || plain(label.innerText) === wanted)) {
      found.add(label.control);
    }
  }
  for (const element of document.querySelectorAll('[aria-label]')) {
    if (plain(element.getAttribute('aria-label')) === wanted) found.add(element);
  }
  for (const element of document.querySelectorAll('[aria-labelledby]')) {
    const names = element.getAttribute('aria-labelledby').split(/\s+/).map((id) => document.getElementById(id)?.textContent);
    if (plain(names.join(' ')) === wanted) found.add(element);
  }
  return [...found];
};

const showing = (text) => {
  const wanted = plain(text);
  const all = [...document.querySelectorAll('body *:not(script):not(style)')];
  const matches = all.filter((element) => plain(element.innerText ?? element.textContent) === wanted);
  return matches.filter((element) => !matches.some((other) => other !== element && element.contains(other)));
};

const byXPath = (path) => {
  // By number: a page may define names such as Node for itself. 7 is an ordered snapshot, 1 an element.
  const result = document.evaluate(path, document, null, 7, null);
  const found = [];
  for (let i = 0; i < result.snapshotLength; i++) {
    const node = result.snapshotItem(i);
    if (node.nodeType === 1) found.push(node);
  }
  return found;
};

const BUTTONS = 'button, summary, [role=button], input[type=submit], input[type=button], input[type=reset], input[type=image]';
const LINKS = 'a[href], [role=link]';

// What there is instead of a named thing that is missing.
const instead = () => {
  const all = { button: BUTTONS, link: LINKS, label: 'label' }[ask.by];
  const names = all ? [...document.querySelectorAll(all)].filter((element) => isShown(element, true)).map(named) : [];
  return [...new Set(names)].filter((name) => name !== '').slice(0, 8);
};

const find = () => {
  const { by, value } = ask;
  switch (by) {
    case 'css': return [...document.querySelectorAll(value)];
    case 'xpath': return byXPath(value);
    case 'id': return [...document.querySelectorAll(`[id="${CSS.escape(value)}"]`)];
    case 'label': return labelled(value);
    case 'button':
      return withName(BUTTONS, value);
    case 'link': return withName(LINKS, value);
    case 'text': return showing(value);
    default: return [...document.querySelectorAll(`[data-testid="${CSS.escape(value)}"]`)];
  }
};

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

// One look at the page: {ok, element, found} or {ok: false, state, …}.
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
  if (!isInView(element)) element.scrollIntoView({ block: 'center', inline: 'center', behavior: 'instant' });
  const box = JSON.stringify(element.getBoundingClientRect());
  const still = lastElement === element && lastBox === box;
  lastElement = element;
  lastBox = box;
  if (!still) return { state: 'moving' };
  const cover = coveredBy(element);
  return cover ? { state: 'covered', cover } : { ok: true, element };
};

const noOption = (options, wanted) => ({
  state: 'nooption',
  wanted,
  count: options.length,
  examples: options.slice(0, 12).map((o) => plain(o.label || o.text)),
});

const optionOf = (element) => {
  if (element.tagName !== 'SELECT') return { state: 'nolist', cover: describe(element) };
  const options = [...element.options];
  const option =
    options.find((o) => plain(o.label || o.text) === plain(ask.text)) ?? options.find((o) => o.value === ask.text);
  if (!option) return noOption(options, ask.text);
  if (option.disabled) return { state: 'optiondisabled' };
  const changed = !option.selected;
  option.selected = true;
  if (changed) {
    element.dispatchEvent(new Event('input', { bubbles: true }));
    element.dispatchEvent(new Event('change', { bubbles: true }));
  }
  return { ok: true };
};

const severalOf = (element) => {
  if (element.tagName !== 'SELECT') return { state: 'nolist', cover: describe(element) };
  if (!element.multiple) return { state: 'onlyone' };
  const options = [...element.options];
  const wanted = [];
  for (const text of ask.texts) {
    const option = options.find((o) => plain(o.label || o.text) === plain(text)) ?? options.find((o) => o.value === text);
    if (!option) return noOption(options, text);
    if (option.disabled) return { state: 'optiondisabled' };
    wanted.push(option);
  }
  const changed = options.some((option) => option.selected !== wanted.includes(option));
  for (const option of options) option.selected = wanted.includes(option);
  if (changed) {
    element.dispatchEvent(new Event('input', { bubbles: true }));
    element.dispatchEvent(new Event('change', { bubbles: true }));
  }
  return { ok: true };
};

const isDisabled = (element) => element.matches(':disabled') || element.getAttribute('aria-disabled') === 'true';

const isTicked = (element) =>
  'checked' in element ? element.checked : element.getAttribute('aria-checked') === 'true';

// A field for files is often hidden behind a button that looks better.
const filesField = (elements) => {
  const fields = elements.filter((element) => element.matches('input[type=file]'));
  if (fields.length === 0 && elements.length > 0) return { state: 'nofiles', cover: describe(elements[0]) };
  const one = counted(fields);
  if (!one.element) return one;
  return isDisabled(one.element) ? { state: 'disabled' } : { ok: true, element: one.element };
};

const tableOf = (element) => {
  const table = element.closest('table') ?? element.querySelector('table');
  if (!table) return { state: 'notable', cover: describe(element) };
  const rows = [...table.rows].map((row) => [...row.cells].map((cell) => plain(cell.innerText ?? cell.textContent)));
  return { ok: true, rows };
};

const columnKey = (name) =>
  plain(name)
    .replace(/[\s_-]+/g, ' ')
    .replace(/^[^\p{L}\p{N}]+|[^\p{L}\p{N}]+$/gu, '')
    .toLowerCase();

const differs = (place, wanted, found) => ({ state: 'differs', place, wanted, found });

const textsAsWanted = (elements) => {
  const all = elements.length === 1 ? elements : elements.filter((element) => isShown(element, true));
  const texts = all.map(textOf);
  const wanted = ask.texts.map(plain);
  if (texts.length !== wanted.length) {
    return differs('the number of texts', String(wanted.length), `${texts.length}: ${texts.slice(0, 12).join(', ')}`);
  }
  const at = texts.findIndex((text, i) => text !== wanted[i]);
  return at < 0 ? { ok: true, found: texts.join(', ') } : differs(`text ${at + 1}`, wanted[at], texts[at]);
};

// Only the columns that are asked for are compared, whatever order they stand in.
const tableAsWanted = (element) => {
  const table = tableOf(element);
  if (!table.ok) return table;
  const [head = [], ...rows] = table.rows;
  const keys = head.map(columnKey);
  const places = ask.columns.map((column) => keys.indexOf(columnKey(column)));
  const missing = places.indexOf(-1);
  if (missing >= 0) return differs('the columns', ask.columns[missing], head.join(', '));
  if (rows.length !== ask.rows.length) return differs('the number of rows', String(ask.rows.length), String(rows.length));
  for (let r = 0; r < rows.length; r++) {
    for (let c = 0; c < places.length; c++) {
      const found = rows[r][places[c]] ?? '';
      if (found !== plain(ask.rows[r][c])) return differs(`row ${r + 1}, column ${ask.columns[c]}`, ask.rows[r][c], found);
    }
  }
  return { ok: true, found: `${rows.length} rows` };
};

// A text that a page is about to show may come a little later, so its absence has to last.
let withoutSince = null;

const isLastingWithout = (text) => {
  if (text.includes(plain(ask.text))) {
    withoutSince = null;
    return false;
  }
  withoutSince ??= performance.now();
  return performance.now() - withoutSince >= Math.min(300, ask.limit / 2);
};

// Address and title are the whole page's, also when a frame is looked at.
const whole = () => {
  try {
    return { href: top.location.href, title: top.document.title };
  } catch {
    return { href: location.href, title: document.title };
  }
};

const look = () => {
  if (ask.wanted === 'address') {
    const { href } = whole();
    return { ok: href === new URL(ask.text, href).href, found: href };
  }
  if (ask.wanted === 'addressstart') {
    const { href } = whole();
    return { ok: href.startsWith(ask.text), found: href };
  }
  if (ask.wanted === 'title') {
    const { title } = whole();
    return { ok: title === ask.text, found: title };
  }
  let elements;
  try {
    elements = find();
  } catch (error) {
    return { ok: false, fatal: true, state: 'badlocator', cover: error.message };
  }
  switch (ask.wanted) {
    case 'press':
    case 'edit':
    case 'hover':
      return actable(elements);
    case 'attach':
      return filesField(elements);
    case 'several': {
      const one = actable(elements);
      return one.ok ? severalOf(one.element) : one;
    }
    case 'choose': {
      const one = actable(elements);
      return one.ok ? optionOf(one.element) : one;
    }
    case 'there': {
      const one = single(elements, false);
      return one.element ? { ok: true, element: one.element } : one;
    }
    case 'shown': {
      const one = single(elements, true);
      return one.element || one.state === 'several' ? { ok: true, found: 'shown' } : one;
    }
    case 'gone': {
      const shown = elements.filter((element) => isShown(element, true));
      return shown.length === 0 ? { ok: true, found: 'gone' } : { found: `shown: ${shown.slice(0, 3).map(describe).join(', ')}` };
    }
    case 'count':
      return { ok: elements.length === ask.number, found: String(elements.length) };
    case 'value': {
      const one = counted(elements);
      if (!one.element) return one;
      return { ok: one.element.value === ask.text, found: String(one.element.value ?? '') };
    }
    case 'enabled':
    case 'disabled': {
      const one = single(elements, false);
      if (!one.element) return one;
      const found = isDisabled(one.element) ? 'disabled' : 'enabled';
      return { ok: found === ask.wanted, found };
    }
    case 'ticked': {
      const one = counted(elements);
      if (!one.element) return one;
      const ticked = isTicked(one.element);
      return { ok: ticked === (ask.text === 'yes'), found: ticked ? 'ticked' : 'not ticked' };
    }
    case 'attribute': {
      const one = counted(elements);
      if (!one.element) return one;
      const found = one.element.getAttribute(ask.attribute);
      return { ok: found === ask.text, found: found ?? `no attribute ${ask.attribute}` };
    }
    case 'hidden': {
      if (elements.length === 0) return single(elements, true);
      const shown = elements.filter((element) => isShown(element, true));
      return shown.length === 0 ? { ok: true, found: 'hidden' } : { found: `shown: ${shown.slice(0, 3).map(describe).join(', ')}` };
    }
    case 'covered': {
      const one = single(elements, true);
      if (!one.element) return one;
      if (!isInView(one.element)) one.element.scrollIntoView({ block: 'center', inline: 'center', behavior: 'instant' });
      const cover = coveredBy(one.element);
      return cover ? { ok: true, found: `covered by ${cover}` } : { found: 'not covered' };
    }
    case 'texts':
      return textsAsWanted(elements);
    case 'table': {
      const one = single(elements, true);
      return one.element ? tableAsWanted(one.element) : one;
    }
    case 'readtexts': {
      const all = elements.length === 1 ? elements : elements.filter((element) => isShown(element, true));
      return all.length > 0 ? { ok: true, texts: all.map(textOf) } : single(elements, true);
    }
    case 'nottext':
    case 'textwithout':
    case 'textpart':
    case 'text': {
      // A live region may be empty and so have no box; its text is still what it shows.
      const one = elements.length === 1 && textOf(elements[0]) === '' ? { element: elements[0] } : single(elements, true);
      if (!one.element) return one;
      const found = textOf(one.element);
      if (ask.wanted === 'textwithout') return { ok: isLastingWithout(found), found };
      if (ask.wanted === 'textpart') return { ok: found.includes(plain(ask.text)), found };
      return { ok: (found === plain(ask.text)) === (ask.wanted === 'text'), found };
    }
    case 'readtext': {
      const one = single(elements, true);
      return one.element ? { ok: true, found: textOf(one.element) } : one;
    }
    case 'readattribute': {
      const one = counted(elements);
      return one.element ? { ok: true, found: one.element.getAttribute(ask.text) ?? '' } : one;
    }
    case 'readtable': {
      const one = single(elements, true);
      return one.element ? tableOf(one.element) : one;
    }
    default: {
      const one = counted(elements);
      return one.element ? { ok: true, found: String(one.element.value ?? '') } : one;
    }
  }
};

let over = false;
const turn = () => {
  if (over) return;
  let seen;
  try {
    seen = look();
  } catch (error) {
    seen = { ok: false, fatal: true, state: 'scripterror', cover: String(error) };
  }
  const late = performance.now() - began >= ask.limit;
  if (seen.ok || seen.fatal || late) {
    over = true;
    done({ answered: true, ...seen, ok: Boolean(seen.ok) });
    return;
  }
  // A page that is not painted gets no animation frames; the timer looks on there.
  let turned = false;
  const again = () => {
    if (!turned) {
      turned = true;
      turn();
    }
  };
  requestAnimationFrame(again);
  setTimeout(again, 50);
};
turn();
