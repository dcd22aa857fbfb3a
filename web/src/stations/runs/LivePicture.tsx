import { useEffect, useRef, useState } from 'react';

const EVERY_MILLIS = 1_000;

/** After so many looks without a page, what was there before is not shown any more. */
const MOST_MISSED = 3;

/** What a worker's page shows, about once a second and only while somebody looks. */
export function LivePicture({
  run,
  worker,
  number,
  name,
}: {
  run: number;
  worker: number;
  /** The case that the worker is at, or null. */
  number: number | null;
  name: string;
}) {
  const [shown, setShown] = useState<string | null>(null);
  const missed = useRef(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the next case is looked at without waiting
  useEffect(() => {
    let left = false;
    const look = async () => {
      if (document.visibilityState === 'hidden') return;
      const answer = await fetch(`/api/runs/${run}/workers/${worker}/picture`, { method: 'GET' }).catch(() => null);
      const picture = answer?.status === 200 ? URL.createObjectURL(await answer.blob()) : null;
      if (left) {
        if (picture) URL.revokeObjectURL(picture);
        return;
      }
      missed.current = picture ? 0 : missed.current + 1;
      if (picture || missed.current >= MOST_MISSED) setShown(picture);
    };
    void look();
    const beat = setInterval(look, EVERY_MILLIS);
    return () => {
      left = true;
      clearInterval(beat);
    };
  }, [run, worker, number]);
  useEffect(() => () => void (shown && URL.revokeObjectURL(shown)), [shown]);
  return shown ? (
    <img
      src={shown}
      alt={`The page of worker ${worker}: ${name}`}
      className="h-full w-full border border-hair-strong object-cover object-top"
    />
  ) : (
    <span className="grid h-full place-items-center border border-hair text-small text-ink-3">no page</span>
  );
}
