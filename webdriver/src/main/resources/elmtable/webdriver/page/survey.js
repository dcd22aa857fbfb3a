// Looks over a page: where what a locator finds is, and how each element could be found.

const boxOf = (element) => {
  const { left, top, width, height } = element.getBoundingClientRect();
  return { x: left, y: top, width, height };
};

const sightOf = (elements) => ({
  ok: true,
  count: elements.length,
  boxes: elements.filter((element) => isShown(element, false)).slice(0, 20).map(boxOf),
});

const FIELDS = 'input:not([type=hidden]):not([type=submit]):not([type=button]):not([type=reset]):not([type=image]), select, textarea, [contenteditable=true]';
const READ = 'h1, h2, table, output, iframe, [role=status], [role=alert], [aria-live], [data-testid]';

const roleOf = (element) => {
  if (element.matches(BUTTONS)) return 'button';
  if (element.matches(LINKS)) return 'link';
  if (element.matches('select')) return 'choice';
  if (element.matches('[type=checkbox], [type=radio]')) return element.type;
  if (element.matches('[type=file]')) return 'file';
  if (element.matches(FIELDS)) return 'field';
  if (element.matches('iframe')) return 'frame';
  if (element.matches('table')) return 'table';
  if (element.matches('h1, h2')) return 'heading';
  return 'text';
};

// The words of a field's label, as a person reads them.
const labelText = (element) => {
  const aria = plain(element.getAttribute('aria-label'));
  if (aria) return aria;
  const ids = (element.getAttribute('aria-labelledby') ?? '').split(/\s+/).filter((id) => id !== '');
  if (ids.length > 0) return plain(ids.map((id) => root.getElementById(id)?.textContent).join(' '));
  const label = element.labels?.[0];
  if (!label) return '';
  const own = label.cloneNode(true);
  own.querySelectorAll('input, select, textarea, button').forEach((control) => control.remove());
  return plain(own.textContent);
};

const words = (text) => plain((text ?? '').replace(/[-_.:]+/g, ' ').replace(/([a-z])([A-Z])/g, '$1 $2'));
const asName = (text) => text.charAt(0).toUpperCase() + text.slice(1);

// An id that a program made up is another one tomorrow.
const isMadeUp = (id) => /\d{3,}|[0-9a-f]{8,}|^:|^(ember|react|radix|mui|cdk)/i.test(id);

const shortCss = (element) => {
  const tag = element.tagName.toLowerCase();
  const proposals = [];
  const name = element.getAttribute('name');
  if (name) proposals.push([`${tag}[name="${CSS.escape(name)}"]`, 'its name in the form']);
  const role = element.getAttribute('role');
  if (role) proposals.push([`[role=${CSS.escape(role)}]`, 'keeps when the words change']);
  const type = element.getAttribute('type');
  if (type) proposals.push([`${tag}[type=${CSS.escape(type)}]`, 'keeps when the words change']);
  for (const one of element.classList) if (!isMadeUp(one)) proposals.push([`.${CSS.escape(one)}`, 'a class, free to change']);
  proposals.push([tag, 'its kind alone']);
  const form = element.closest('form[id], form[aria-label], section[id], main');
  if (form && form !== element) {
    const outer = form.id && !isMadeUp(form.id) ? `#${CSS.escape(form.id)}` : form.tagName.toLowerCase();
    proposals.push(...proposals.map(([css, why]) => [`${outer} ${css}`, why]));
  }
  return proposals;
};

// Counts places from the root on; only where nothing else tells an element from others.
const byPlace = (element) => {
  const parts = [];
  for (let at = element; at && at !== document.body && at.parentElement; at = at.parentElement) {
    if (at !== element && at.id && !isMadeUp(at.id)) {
      parts.unshift(`#${CSS.escape(at.id)}`);
      return parts.join(' > ');
    }
    const same = [...at.parentElement.children].filter((other) => other.tagName === at.tagName);
    const tag = at.tagName.toLowerCase();
    parts.unshift(same.length > 1 ? `${tag}:nth-of-type(${same.indexOf(at) + 1})` : tag);
  }
  return parts.join(' > ');
};

// The ways to find an element, best first: what a person reads, what was made for tests, what stays, what may change.
const locatorsOf = (element) => {
  const proposals = [];
  const add = (by, value, why) => {
    if (!value || value.length > 80 || proposals.some((known) => known.by === by && known.value === value)) return;
    const found = find({ by, value });
    if (found.includes(element)) proposals.push({ by, value, count: found.length, why });
  };
  const role = roleOf(element);
  if (role === 'button') add('button', named(element), 'what a person reads on it');
  else if (role === 'link') add('link', named(element), 'what a person reads on it');
  else add('label', labelText(element), 'what a person reads beside it');
  add('test-id', element.getAttribute('data-testid'), 'made for tests');
  if (element.id && !isMadeUp(element.id)) add('id', element.id, 'an id of its own');
  if (role === 'heading' || role === 'text') add('text', textOf(element).length <= 60 ? textOf(element) : '', 'what it shows now');
  for (const [css, why] of shortCss(element)) add('css', css, why);
  const unique = proposals.filter((proposal) => proposal.count === 1);
  if (unique.length === 0) add('css', byPlace(element), 'counts places');
  return [...proposals.filter((one) => one.count === 1), ...proposals.filter((one) => one.count !== 1)].slice(0, 6);
};

const nameFor = (element, role) => {
  const own =
    role === 'button' || role === 'link' ? named(element) : labelText(element) || element.getAttribute('placeholder') || '';
  const id = isMadeUp(element.id) ? '' : element.id;
  const other = words(id || element.getAttribute('name') || element.getAttribute('data-testid'));
  const shown = role === 'heading' || role === 'text' ? textOf(element).slice(0, 40) : '';
  return asName(plain(own || (role === 'text' ? other || shown : shown || other) || role).slice(0, 60));
};

// What a person can use or read on the page.
const inventory = () => {
  const all = [...root.querySelectorAll(`${FIELDS}, ${BUTTONS}, ${LINKS}, ${READ}`)];
  const elements = all.filter((element) => isShown(element, false) || element.matches('[role=status], [role=alert], [aria-live]'));
  return {
    ok: true,
    elements: elements.slice(0, 200).map((element) => {
      const role = roleOf(element);
      return { name: nameFor(element, role), role, box: boxOf(element), locators: locatorsOf(element) };
    }),
  };
};
