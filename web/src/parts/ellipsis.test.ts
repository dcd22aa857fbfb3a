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
