import { type ReactNode, useEffect, useRef } from 'react';
import { useLocation } from 'wouter';
import { useBlocks } from '@/api/queries';
import { useCrumbs } from '@/app/crumbs';
import { DATA, dataSetPlace, documentPlace } from '@/app/places';
import { useAddressQuery } from '@/app/usePlace';
import type { OpenDocument } from '@/document/openDocument';
import { fieldsOf } from '@/document/records';
import { useDocument, useDocumentState } from '@/document/useDocument';
import { nameKey } from '@/document/words';
import { Columns } from '@/parts/Columns';
import { ellipsis } from '@/parts/ellipsis';
import { SegmentedChoice } from '@/parts/SegmentedChoice';
import { GoneStrip } from '@/stations/documents/GoneStrip';
import { TextSheet } from '@/text/TextSheet';
import { FileGrid } from './FileGrid';
import { FileLens } from './FileLens';
import { FileSession } from './fileSession';
import { Replacement } from './Replacement';

/** A file of rows that is edited in place. */
export function FileStation({ path, contents }: { path: string; contents: ReactNode }) {
  const { document, wrong } = useDocument(path);
  useCrumbs([{ word: 'Data', to: DATA }, { word: path }]);
  if (document) return <FileSheet document={document} contents={contents} />;
  return (
    <Columns station="data" contents={{ name: 'Contents', content: contents }} lens={null}>
      {wrong && (
        <p role="alert" className="p-6 text-failed">
          {wrong}
        </p>
      )}
    </Columns>
  );
}

/** Files keep their cursor while one looks elsewhere. */
const sessions = new WeakMap<OpenDocument, FileSession>();

function sessionOf(document: OpenDocument): FileSession {
  const session = sessions.get(document) ?? new FileSession(document);
  sessions.set(document, session);
  return session;
}

/** The file once it is open. */
export function FileSheet({ document, contents }: { document: OpenDocument; contents: ReactNode }) {
  useDocumentState(document);
  const session = sessionOf(document);
  const params = useAddressQuery();
  const asText = params.get('as') === 'text';
  const line = params.get('line') ? Number(params.get('line')) : null;
  useAskedPlace(session, params.get('row'), params.get('column'));
  const [, go] = useLocation();
  const readers = useReaders(document.path);
  const rows = Math.max(0, session.records.starts.length - 1);
  const first = readers[0];
  return (
    <Columns
      station="data"
      contents={{ name: 'Contents', content: contents }}
      lens={{ name: 'Lens', content: <FileLens session={session} readers={readers} /> }}
    >
      <header className="flex-none px-4 pt-2.5 pb-2">
        <div className="flex h-7 items-center gap-2.5">
          <h1 ref={ellipsis} className="text-title leading-[26px] font-semibold">
            {document.path}
          </h1>
          <p ref={ellipsis} className="flex-1 self-end pb-0.5 text-ink-2">
            {rows.toLocaleString('en')} {rows === 1 ? 'row' : 'rows'}, edited in place
          </p>
          <Replacement document={document} />
          <SegmentedChoice
            label="How the file is shown"
            options={[
              ...(first ? [{ value: 'rows' as const, word: 'Rows' }] : []),
              { value: 'file' as const, word: 'File' },
              { value: 'text' as const, word: 'Text' },
            ]}
            value={(asText ? 'text' : 'file') as 'rows' | 'file' | 'text'}
            onChange={(as) => {
              if (as === 'rows') go(first ? dataSetPlace(first) : DATA);
              else go(documentPlace(document.path, { station: DATA, as: as === 'text' ? 'text' : 'table' }));
            }}
          />
        </div>
      </header>
      {document.goneWhy !== '' && <GoneStrip document={document} />}
      {asText ? <TextSheet document={document} line={line} /> : <FileGrid session={session} />}
      <footer className="flex h-7 flex-none items-center justify-between border-t border-hair px-4 text-ink-3">
        <span>{asText ? 'CSV as it is written' : 'Type to change a field; a right click has the rest'}</span>
        <span>
          <kbd className="kbd">Ctrl Enter</kbd> row below <kbd className="kbd ml-2">Ctrl Z</kbd> undo
        </span>
      </footer>
    </Columns>
  );
}

/** An address may name a field to go to. */
function useAskedPlace(session: FileSession, row: string | null, column: string | null) {
  const went = useRef('');
  useEffect(() => {
    const asked = `${row} ${column}`;
    if (row === null || went.current === asked) return;
    went.current = asked;
    const names = fieldsOf(session.records, 0).map((field) => nameKey(field.text));
    session.goTo(Number(row), names.indexOf(nameKey(column ?? '')));
  }, [session, row, column]);
}

/** The data sets that read a file. */
function useReaders(path: string): string[] {
  const { data: blocks } = useBlocks();
  return (blocks ?? []).filter((block) => block.kind === 'data' && block.detail === path).map((block) => block.name);
}
