import { beforeEach, expect, test, vi } from 'vitest';

let layOut: () => void;
let ellipsis: typeof import('./ellipsis').ellipsis;

/** What the browser tells of after each layout: all elements that are watched anew, with the widths that they have. */
class Sizes {
  private readonly anew = new Set<Element>();
  constructor(told: (entries: { target: Element }[]) => void) {
    layOut = () => {
      const entries = [...this.anew].map((target) => ({ target }));
      this.anew.clear();
      if (entries.length > 0) told(entries);
    };
  }
  observe(element: Element) {
    this.anew.add(element);
  }
  unobserve(element: Element) {
    this.anew.delete(element);
  }
}

beforeEach(async () => {
  vi.stubGlobal('ResizeObserver', Sizes);
  // It watches all elements of a page with one observer, that of whoever came first.
  vi.resetModules();
  ({ ellipsis } = await import('./ellipsis'));
  // A letter is ten pixels wide, a place 100.
  vi.spyOn(Element.prototype, 'clientWidth', 'get').mockReturnValue(100);
  vi.spyOn(Element.prototype, 'scrollWidth', 'get').mockImplementation(function (this: Element) {
    return Math.max(100, (this.textContent?.length ?? 0) * 10);
  });
});

function place(words: string) {
  const element = document.body.appendChild(document.createElement('p'));
  element.textContent = words;
  return element;
}

test('only a text that is too long is clipped, and only for as long as it is', async () => {
  const text = place('short');
  ellipsis(text);
  layOut();
  expect(text.dataset.ellipsis).toBe('fits');

  text.textContent = 'longer than its place';
  await Promise.resolve();
  layOut();
  expect(text.dataset.ellipsis).toBe('cut');

  text.textContent = 'short';
  await Promise.resolve();
  layOut();
  expect(text.dataset.ellipsis).toBe('fits');
});

test('a part that grows makes the text longer that it stands in', async () => {
  const text = place('');
  const part = text.appendChild(document.createElement('span'));
  part.textContent = 'short';
  ellipsis(text);
  ellipsis(part);
  layOut();
  part.textContent = 'longer than its place';
  await Promise.resolve();
  layOut();
  expect(text.dataset.ellipsis).toBe('cut');
});

test('a font that comes later makes texts longer', () => {
  const fonts = new EventTarget();
  Object.defineProperty(document, 'fonts', { value: fonts, configurable: true });
  const text = place('ten wide');
  ellipsis(text);
  layOut();
  vi.spyOn(Element.prototype, 'scrollWidth', 'get').mockReturnValue(120);
  fonts.dispatchEvent(new Event('loadingdone'));
  layOut();
  expect(text.dataset.ellipsis).toBe('cut');
  Reflect.deleteProperty(document, 'fonts');
});

test('an element that holds something else by now is left alone', async () => {
  const text = place('longer than its place');
  const forget = ellipsis(text);
  layOut();
  forget?.();
  text.textContent = 'longer still than its place';
  await Promise.resolve();
  layOut();
  expect(text.dataset.ellipsis).toBeUndefined();
});
