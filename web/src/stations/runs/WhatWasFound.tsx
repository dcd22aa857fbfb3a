import type { Failure } from '@/api/types';
import { formatDuration } from '@/parts/times';

/** What a failed step wanted and what was there. */
export function WhatWasFound({ failure, depth }: { failure: Failure; depth: number }) {
  const facts: [string, string | undefined][] = [
    ['wanted', failure.wanted],
    ['found', failure.found],
    ['waited', failure.waitedMillis === undefined ? undefined : formatDuration(failure.waitedMillis)],
  ];
  return (
    <div className="border-b border-hair bg-failed-wash pt-1 pr-3 pb-2" style={{ paddingLeft: 80 + depth * 16 }}>
      <p>{failure.message}</p>
      <dl className="mt-1 grid grid-cols-[60px_1fr] gap-y-1">
        {facts.map(
          ([word, value]) =>
            value !== undefined && (
              <div key={word} className="contents">
                <dt className="text-ink-2">{word}</dt>
                <dd
                  className={
                    word === 'waited'
                      ? ''
                      : `font-mono text-value underline decoration-2 underline-offset-[3px] ${word === 'wanted' ? 'decoration-passed' : 'decoration-failed'}`
                  }
                >
                  {value === '' ? <span className="font-sans text-ink-3">nothing</span> : value}
                </dd>
              </div>
            ),
        )}
      </dl>
    </div>
  );
}
