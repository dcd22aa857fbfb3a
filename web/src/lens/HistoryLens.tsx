import { useInfiniteQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { get, post } from '@/api/client';
import { live } from '@/api/socket';
import type { DocumentText, HistoryEntry, HistoryView } from '@/api/types';
import { authorName } from '@/document/author';
import type { OpenDocument } from '@/document/openDocument';
import { reasonOf } from '@/parts/attempt';
import { Button, LinkButton } from '@/parts/Button';
import { SegmentedChoice } from '@/parts/SegmentedChoice';
import { WideDialog } from '@/parts/WideDialog';
import { Difference } from './Difference';

/** Who changed a document, when and where; an old state can be read and taken back. */
export function HistoryLens({ document }: { document: OpenDocument }) {
  const history = useHistory(document);
  const [read, setRead] = useState<HistoryEntry | null>(null);
  const entries = history.data?.pages.flatMap((page) => page.entries) ?? [];
  return (
    <>
      {history.error && (
        <p role="alert" className="px-3.5 py-2 text-failed">
          The history could not be read: {history.error.message}
        </p>
      )}
      <ol aria-label="History of the document">
        {entries.map((entry) => (
          <li key={`${entry.from} ${entry.to}`} className="border-b border-hair px-3.5 py-2">
            <div className="flex items-baseline gap-2">
              <b className="font-semibold">{authorOf(entry)}</b>
              <time className="flex-1 text-small text-ink-3" dateTime={entry.ended} title={exactly(entry.ended)}>
                {shortly(entry.ended)}
              </time>
              <LinkButton onClick={() => setRead(entry)}>Read</LinkButton>
            </div>
            <p className="text-ink-2">
              {entry.what.join(', ') || (entry.from === entry.to ? 'the whole text' : 'lines outside all blocks')}
            </p>
          </li>
        ))}
      </ol>
      {history.hasNextPage && (
        <p className="px-3.5 py-2">
          <LinkButton onClick={() => history.fetchNextPage()}>Show older ones</LinkButton>
        </p>
      )}
      {read && <OldState document={document} entry={read} close={() => setRead(null)} />}
    </>
  );
}

function useHistory(document: OpenDocument) {
  const history = useInfiniteQuery({
    queryKey: ['history', document.id],
    queryFn: ({ pageParam }) =>
      get<HistoryView>(`/api/documents/${document.id}/history${pageParam === null ? '' : `?before=${pageParam}`}`),
    initialPageParam: null as number | null,
    getNextPageParam: (last) => (last.more ? (last.entries.at(-1)?.from ?? null) : null),
  });
  const { refetch } = history;
  useEffect(
    () =>
      live.listen((message) => {
        if (message.live === 'updated' && message.document === document.id) void refetch();
      }),
    [document, refetch],
  );
  return history;
}

const authorOf = ({ author }: HistoryEntry) => (author === 'local' ? 'Somebody here' : author);
const exactly = (at: string) => new Date(at).toLocaleString();

/** The time today, else the day as well. */
function shortly(at: string): string {
  const date = new Date(at);
  const time = date.toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' });
  return date.toDateString() === new Date().toDateString() ? time : `${date.toLocaleDateString()}, ${time}`;
}

/** A document as it was, with the lines marked that are others now. */
function OldState({ document, entry, close }: { document: OpenDocument; entry: HistoryEntry; close: () => void }) {
  const [old, setOld] = useState<DocumentText | null>(null);
  const [wrong, setWrong] = useState('');
  const [shown, setShown] = useState<'difference' | 'text'>('difference');
  useEffect(() => {
    get<DocumentText>(`/api/documents/${document.id}/texts/${entry.to}`).then(setOld, (failed) =>
      setWrong(reasonOf(failed)),
    );
  }, [document, entry]);
  const now = document.state.doc.toString();
  const lines = useMemo(() => markedLines(old?.text ?? '', now), [old, now]);
  const takeBack = async () => {
    try {
      await document.sync.saved();
      await post<DocumentText>(`/api/documents/${document.id}/take-back`, { version: entry.to, author: authorName() });
      await document.sync.catchUp();
      close();
    } catch (failed) {
      setWrong(reasonOf(failed));
    }
  };
  return (
    <WideDialog
      title={`${document.path} as ${authorOf(entry)} left it, ${exactly(entry.ended)}`}
      close={close}
      actions={
        <>
          <SegmentedChoice
            label="What is shown"
            options={[
              { value: 'difference', word: 'What is different' },
              { value: 'text', word: 'All of it' },
            ]}
            value={shown}
            onChange={setShown}
          />
          <Button kind="main" disabled={!old || old.text === now} onClick={takeBack}>
            Take this state back
          </Button>
        </>
      }
    >
      {wrong && (
        <p role="alert" className="px-4 py-2 text-failed">
          {wrong}
        </p>
      )}
      <div className="min-h-0 flex-1 overflow-auto">
        {old && shown === 'difference' && <Difference before={old.text} after={now} path={document.path} />}
        {shown === 'text' && (
          <pre className="px-4 py-2 font-mono text-value">
            {lines.map(({ line, other }, index) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a line is its place
              <div key={index} className={other ? 'bg-accent-wash' : ''}>
                {line || ' '}
              </div>
            ))}
          </pre>
        )}
      </div>
    </WideDialog>
  );
}

/** The lines of an old text; those that the text of now does not have are marked. */
function markedLines(old: string, now: string): { line: string; other: boolean }[] {
  const left = new Map<string, number>();
  for (const line of now.split('\n')) left.set(line, (left.get(line) ?? 0) + 1);
  return old.split('\n').map((line) => {
    const count = left.get(line) ?? 0;
    left.set(line, count - 1);
    return { line, other: count <= 0 };
  });
}
