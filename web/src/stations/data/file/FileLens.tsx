import { useState } from 'react';
import { Link } from 'wouter';
import { dataSetPlace } from '@/app/places';
import { HistoryLens } from '@/lens/HistoryLens';
import { SegmentedChoice } from '@/parts/SegmentedChoice';
import { useStore } from '@/parts/store';
import type { FileSession } from './fileSession';

/** The field under the cursor, who reads the file, and the file's history. */
export function FileLens({ session, readers }: { session: FileSession; readers: readonly string[] }) {
  const cursor = useStore(session.cursor);
  const [shown, setShown] = useState<'field' | 'history'>('field');
  const name = session.textAt({ row: 0, column: cursor.column });
  return (
    <>
      <div className="flex h-9 flex-none items-center border-b border-hair px-3.5">
        <SegmentedChoice
          label="What the lens shows"
          options={[
            { value: 'field', word: cursor.row > 0 ? `Row ${cursor.row}` : 'Names' },
            { value: 'history', word: 'History' },
          ]}
          value={shown}
          onChange={setShown}
        />
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto">
        {shown === 'history' ? (
          <HistoryLens document={session.document} />
        ) : (
          <>
            <section aria-label="Field" className="border-b border-hair px-3.5 pt-2.5 pb-3">
              <h2 className="mb-1 text-small font-semibold text-ink-3">{name || `column ${cursor.column + 1}`}</h2>
              <p className="whitespace-pre-wrap break-words font-mono text-value">
                {session.textAt(cursor) || <i className="text-ink-3">empty</i>}
              </p>
            </section>
            <section aria-label="Data sets that read it" className="px-3.5 py-3">
              <h2 className="mb-1 text-small font-semibold text-ink-3">Read by</h2>
              {readers.length === 0 && (
                <p className="text-ink-2">
                  No data set reads this file yet; make one and give it “from: {session.document.path}”.
                </p>
              )}
              {readers.map((reader) => (
                <p key={reader}>
                  <Link to={dataSetPlace(reader)} className="text-accent hover:underline">
                    {reader}
                  </Link>
                </p>
              ))}
            </section>
          </>
        )}
      </div>
    </>
  );
}
