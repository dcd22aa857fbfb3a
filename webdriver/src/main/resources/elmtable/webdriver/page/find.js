// Finds elements by their locator. Part of what is put together in PageScripts; `ask` is the question.

// Where is looked: the document, or the shadow root of an element in it.
let root = document;

const plain = (text) => (text ?? '').replace(/[\s\u00a0]+/g, ' ').trim();

const named = (element) => {
  const aria = element.getAttribute('aria-label');
  return plain(aria || (element.matches('input') ? element.value : (element.innerText ?? element.textContent)));
};

const withName = (selector, name) =>
  [...root.querySelectorAll(selector)].filter((element) => named(element) === plain(name));

const labelled = (text) => {
  const wanted = plain(text);
  const found = new Set();
  for (const label of root.querySelectorAll('label')) {
    const own = label.cloneNode(true);
    own.querySelectorAll('input, select, textarea, button').forEach((control) => control.remove());
    if (label.control && (plain(own.textContent) === wanted || plain(label.innerText) === wanted)) {
      found.add(label.control);
    }
  }
  for (const element of root.querySelectorAll('[aria-label]')) {
    if (plain(element.getAttribute('aria-label')) === wanted) found.add(element);
  }
  for (const element of root.querySelectorAll('[aria-labelledby]')) {
    const names = element.getAttribute('aria-labelledby').split(/\s+/).map((id) => root.getElementById(id)?.textContent);
    if (plain(names.join(' ')) === wanted) found.add(element);
  }
  return [...found];
};

const showing = (text) => {
  const wanted = plain(text);
  const all = [...root.querySelectorAll(`${root === document ? 'body ' : ''}*:not(script):not(style)`)];
  const matches = all.filter((element) => plain(element.innerText ?? element.textContent) === wanted);
  return matches.filter((element) => !matches.some((other) => other !== element && element.contains(other)));
};

const byXPath = (path) => {
  // By number: a page may define names such as Node for itself. 7 is an ordered snapshot, 1 an element.
  const result = document.evaluate(path, root, null, 7, null);
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
  const names = all ? [...root.querySelectorAll(all)].filter((element) => isShown(element, true)).map(named) : [];
  return [...new Set(names)].filter((name) => name !== '').slice(0, 8);
};

const find = ({ by, value }) => {
  switch (by) {
    case 'css': return [...root.querySelectorAll(value)];
    case 'xpath': return byXPath(value);
    case 'id': return [...root.querySelectorAll(`[id="${CSS.escape(value)}"]`)];
    case 'label': return labelled(value);
    case 'button':
      return withName(BUTTONS, value);
    case 'link': return withName(LINKS, value);
    case 'text': return showing(value);
    default: return [...root.querySelectorAll(`[data-testid="${CSS.escape(value)}"]`)];
  }
};
