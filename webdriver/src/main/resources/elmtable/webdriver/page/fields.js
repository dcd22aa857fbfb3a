// What is chosen and ticked, and which field takes files.
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
  if (isDisabled(one.element)) return { state: 'disabled' };
  if (ask.file) putFile(one.element, ask.file);
  return { ok: true, element: one.element };
};

// A browser on another machine cannot read the file itself.
const putFile = (field, { name, type, data }) => {
  const transfer = new DataTransfer();
  transfer.items.add(new File([Uint8Array.from(atob(data), (byte) => byte.charCodeAt(0))], name, { type }));
  field.files = transfer.files;
  field.dispatchEvent(new Event('input', { bubbles: true }));
  field.dispatchEvent(new Event('change', { bubbles: true }));
};

const SET_BY_VALUE = ['date', 'time', 'datetime-local', 'month', 'week', 'color', 'range'];

// Browsers take keys for these in an order of their own, so they are set as a person's choice would.
const setValue = (element) => {
  Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(element, ask.text);
  element.dispatchEvent(new Event('input', { bubbles: true }));
  element.dispatchEvent(new Event('change', { bubbles: true }));
  return element.value === ask.text
    ? { ok: true, set: true }
    : { fatal: true, state: 'nottaken', cover: element.type, wanted: ask.text, found: element.value };
};

const caretBehind = (element) => {
  if (element.isContentEditable) {
    getSelection().selectAllChildren(element);
    getSelection().collapseToEnd();
    return;
  }
  try {
    element.setSelectionRange(element.value.length, element.value.length);
  } catch {
    // Fields of some types have no caret that could be set; keys go to their end.
  }
};

// Focuses a field, and selects what is in it where it is to be replaced.
const readyToType = (element) => {
  element.focus();
  if (element.tagName === 'INPUT' && SET_BY_VALUE.includes(element.type) && !ask.append) return setValue(element);
  const held = element.isContentEditable ? element.textContent : element.value;
  if (ask.append) caretBehind(element);
  else if (element.select) element.select();
  else if (element.isContentEditable) getSelection().selectAllChildren(element);
  if (ask.insert) return { ok: true, set: document.execCommand('insertText', false, ask.text), element };
  return { ok: true, element, empty: held === '' };
};
