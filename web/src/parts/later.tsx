import { type ComponentType, type ReactNode, useEffect, useState } from 'react';

/** A part of the program and how it comes. */
interface Coming<P> {
  part: ComponentType<P> | null;
  load: () => Promise<unknown>;
}

const parts: (() => Promise<unknown>)[] = [];

/**
 * A part of the program that comes when it is first shown, so that the first page is there sooner. It is drawn as soon
 * as it has come: behind React's own `Suspense` that would wait for up to 0.3 s. With `load` it comes ahead.
 */
export function later<P extends object>(fetchPart: () => Promise<ComponentType<P>>) {
  let underWay: Promise<unknown> | null = null;
  const coming: Coming<P> = {
    part: null,
    load: () => {
      if (coming.part) return Promise.resolve();
      underWay ??= fetchPart()
        .then((part) => {
          coming.part = part;
        })
        // What could not come is asked for again by whoever needs it next.
        .finally(() => {
          underWay = null;
        });
      return underWay;
    },
  };
  parts.push(coming.load);
  return Object.assign((props: P) => <Part coming={coming} props={props} />, { load: coming.load });
}

function Part<P extends object>({ coming, props }: { coming: Coming<P>; props: P }): ReactNode {
  const [Shown, setShown] = useState(() => coming.part);
  const [failed, setFailed] = useState<{ why: unknown } | null>(null);
  useEffect(() => {
    if (Shown) return;
    let left = false;
    coming.load().then(
      () => left || setShown(() => coming.part),
      (why) => left || setFailed({ why }),
    );
    return () => {
      left = true;
    };
  }, [coming, Shown]);
  if (failed) throw failed.why;
  return Shown && <Shown {...props} />;
}

/** Lets all parts come, as the server may be away when they are needed; one that fails now is asked for again then. */
export function loadParts() {
  for (const load of parts) load().catch((failed) => console.warn('A part of the program is not here yet.', failed));
}
