import { afterEach, beforeEach, vi } from 'vitest';
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
});

afterEach(() => {
  clear();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});
