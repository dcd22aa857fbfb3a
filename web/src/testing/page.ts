import { act } from 'react';
import { until } from './until';

/** What a screen reader calls an element, near enough for our own parts. */
function nameOf(element: Element): string {
  const label = element instanceof HTMLInputElement ? element.labels?.[0] : undefined;
  return (element.getAttribute('aria-label') ?? label?.textContent ?? element.textContent ?? '').trim();
}

const fits = (element: Element, name?: string | RegExp) =>
  name === undefined || (typeof name === 'string' ? nameOf(element) === name : name.test(nameOf(element)));

/** The elements that a selector and a name fit. */
export const all = (selector: string, name?: string | RegExp) =>
  [...document.querySelectorAll<HTMLElement>(selector)].filter((element) => fits(element, name));

/** The only such element. */
export function only(selector: string, name?: string | RegExp): HTMLElement {
  const found = all(selector, name);
  if (found.length !== 1 || !found[0]) {
    throw new Error(`${found.length} of ${selector} ${name ?? ''} in ${document.body.innerHTML}`);
  }
  return found[0];
}

/** The same, as soon as it is there. */
export const seen = (selector: string, name?: string | RegExp) =>
  until(async () => {
    // What throws within drops what React was about to draw.
    await act(async () => {});
    return only(selector, name);
  });

/** The text of the whole page. */
export const text = () => document.body.textContent ?? '';

const focusable = 'input, button, a[href], [tabindex]';

/** A press of the pointer; it takes the focus unless the page keeps it. */
export async function pressOn(element: HTMLElement) {
  await act(async () => {
    const down = new MouseEvent('mousedown', { bubbles: true, cancelable: true });
    if (element.dispatchEvent(down)) element.closest<HTMLElement>(focusable)?.focus();
    element.dispatchEvent(new MouseEvent('mouseup', { bubbles: true }));
    element.click();
  });
}

/** A key on what has the focus. */
export async function press(key: string, more: KeyboardEventInit = {}) {
  await act(async () => {
    const target = document.activeElement ?? document.body;
    target.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }));
    target.dispatchEvent(new KeyboardEvent('keyup', { key, bubbles: true, ...more }));
  });
}

/** Gives a field another text, as typing does. */
export async function enter(field: HTMLElement, value: string) {
  await act(async () => {
    field.focus();
    // React overrides the property of the element, so the prototype's one is set.
    Object.getOwnPropertyDescriptor(Object.getPrototypeOf(field), 'value')?.set?.call(field, value);
    field.dispatchEvent(new Event('input', { bubbles: true }));
  });
}

/** Chooses a file of this machine. */
export async function choose(name: string, content: BlobPart) {
  await act(async () => {
    const input = only('input[type=file]') as HTMLInputElement;
    Object.defineProperty(input, 'files', { configurable: true, value: [new File([content], name)] });
    input.dispatchEvent(new Event('change', { bubbles: true }));
  });
}
