import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, type ReactNode } from 'react';
import { createRoot, type Root } from 'react-dom/client';
import { Router } from 'wouter';
import { memoryLocation } from 'wouter/memory-location';

let root: Root | null = null;

/** Draws a part of the interface at an address; `place.history` has where it went. */
export function show(part: ReactNode, at = '/') {
  const place = memoryLocation({ path: at, record: true });
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const drawn = createRoot(document.body.appendChild(document.createElement('div')));
  root = drawn;
  act(() =>
    drawn.render(
      <QueryClientProvider client={queries}>
        <Router hook={place.hook}>{part}</Router>
      </QueryClientProvider>,
    ),
  );
  return place;
}

/** Removes what was drawn. */
export function clear() {
  act(() => root?.unmount());
  root = null;
  document.body.replaceChildren();
}
