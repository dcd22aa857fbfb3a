import { useState } from 'react';
import { Link, useLocation } from 'wouter';
import { DATA, dataSetPlace } from '@/app/places';
import { HistoryLens } from '@/lens/HistoryLens';
import { LinkButton } from '@/parts/Button';
import { SegmentedChoice } from '@/parts/SegmentedChoice';
import { useStore } from '@/parts/store';
import { NewBlock } from '@/stations/documents/NewBlock';
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
              {readers.length === 0 && <FirstReader path={session.document.path} />}
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

/** Offers to make a data set of a file that none reads. */
function FirstReader({ path }: { path: string }) {
  const [, go] = useLocation();
  const name = path.replace(/^.*\//, '').replace(/\.[^.]*$/, '');
  return (
    <p className="text-ink-2">
      No data set reads this file yet.{' '}
      <NewBlock
        kinds={['data']}
        station={DATA}
        usualPath="data/data.elmt"
        proposed={name.replaceAll('-', ' ')}
        text={(kind, given) => `${kind} ${given}\nfrom: ${path}`}
        trigger={<LinkButton>Make one of it</LinkButton>}
        made={(given) => go(dataSetPlace(given))}
      />
    </p>
  );
}
