import { setCells } from '@/document/edits';
import type { Notice } from '@/document/merge';
import type { OpenDocument } from '@/document/openDocument';
import { useAttempt } from '@/parts/attempt';
import { LinkButton } from '@/parts/Button';
import { ErrorStrip } from '@/parts/ErrorLine';
import { useStore } from '@/parts/store';

function Told({ notice: { who: name, text, cell, own, undo } }: { notice: Notice }) {
  const who = name || 'Somebody else';
  const value = text === '' ? 'nothing' : <b className="font-mono text-value">{text}</b>;
  if (undo && cell) {
    return (
      <>
        Not undone, as {who} changed this cell since; here was {value}
      </>
    );
  }
  if (undo && name === '') return <>Not undone: {text}</>;
  if (undo) {
    return (
      <>
        Not undone, as {who} {own ? 'changed' : 'removed'} the row since: {value}
      </>
    );
  }
  if (own) {
    return (
      <>
        {who} removed the row into which you wrote {value}
      </>
    );
  }
  return (
    <>
      {who} wrote {value} {cell ? 'here, too' : 'in a row that is gone'}
    </>
  );
}

/** What did not stand where two people changed one row; nothing of it is lost until one closes it. */
export function Notices({
  document,
  use = (cell, text) => document.edit((state) => setCells(state, [{ ...cell, text }])),
}: {
  document: OpenDocument;
  /** Puts a text into a cell. */
  use?: (cell: NonNullable<Notice['cell']>, text: string) => void;
}) {
  const notices = useStore(document.notices);
  const { attempt, wrong } = useAttempt();
  return (
    <>
      {notices.map((notice) => {
        const { cell, text } = notice;
        return (
          <div key={notice.id} role="status" className="mx-4 mb-1 flex items-center gap-3 bg-error-wash px-3 py-1">
            <span className="flex-1">
              <Told notice={notice} />
            </span>
            {cell && (
              <LinkButton
                onClick={() => {
                  use(cell, text);
                  document.closeNotice(notice.id);
                }}
              >
                Use it
              </LinkButton>
            )}
            {/* Browsers have it only where the connection is safe. */}
            {navigator.clipboard && (
              <LinkButton onClick={() => attempt(() => navigator.clipboard.writeText(text))}>Copy</LinkButton>
            )}
            <LinkButton onClick={() => document.closeNotice(notice.id)}>Close</LinkButton>
          </div>
        );
      })}
      <ErrorStrip text={wrong} className="mx-4 mb-1" />
    </>
  );
}
