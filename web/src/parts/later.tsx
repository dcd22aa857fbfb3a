import { type ComponentType, lazy, Suspense } from 'react';

const parts: (() => Promise<unknown>)[] = [];

/** A part of the program that comes when it is first shown, so that the first page is there sooner. */
export function later<P extends object>(load: () => Promise<ComponentType<P>>) {
  parts.push(load);
  // What failed is kept by what waits for it, so another try needs another one.
  const waiting = () =>
    lazy(() =>
      load().then(
        (part) => ({ default: part }),
        (failed) => {
          Part = waiting();
          throw failed;
        },
      ),
    );
  let Part = waiting();
  return (props: P) => (
    <Suspense fallback={null}>
      <Part {...props} />
    </Suspense>
  );
}

/** Lets all parts come, as the server may be away when they are needed; one that fails now is asked for again then. */
export function loadParts() {
  for (const load of parts) load().catch((failed) => console.warn('A part of the program is not here yet.', failed));
}
