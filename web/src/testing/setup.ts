import 'fake-indexeddb/auto';
import { afterEach, beforeEach, vi } from 'vitest';
import { live } from '@/api/socket';
import { closeDocuments } from './opened';
import { clear } from './show';

// jsdom lays nothing out, so nothing changes its size or scrolls.
class NoResizeObserver {
  observe() {}
  unobserve() {}
  disconnect() {}
}

beforeEach(() => {
  vi.stubGlobal('IS_REACT_ACT_ENVIRONMENT', true);
  vi.stubGlobal('ResizeObserver', NoResizeObserver);
  Element.prototype.scrollIntoView = () => {};
  Range.prototype.getClientRects = () => [] as unknown as DOMRectList;
});

afterEach(async () => {
  clear();
  await closeDocuments();
  // Whoever opened a document listens for good; the next test has a connection of its own.
  live.close();
  vi.useRealTimers();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

// The page has no layout here; lists that draw what is seen of them take every element to be this large.
for (const [size, pixels] of [
  ['clientHeight', 600],
  ['clientWidth', 800],
] as const) {
  Object.defineProperty(Element.prototype, size, { configurable: true, get: () => pixels });
}
