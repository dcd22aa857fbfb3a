import { setCells } from '@/document/edits';
import type { OpenDocument } from '@/document/openDocument';
import { LinkButton } from '@/parts/Button';
import { useStore } from '@/parts/store';

/** What did not stand where two people changed one row; nothing of it is lost until one closes it. */
export function Notices({ document }: { document: OpenDocument }) {
  const notices = useStore(document.notices);
  return (
    <>
      {notices.map((notice) => {
        const who = notice.who || 'Somebody else';
        const { cell, text, own } = notice;
        return (
          <div key={notice.id} role="status" className="mx-4 mb-1 flex items-center gap-3 bg-error-wash px-3 py-1">
            <span className="flex-1">
              {own ? (
                <>
                  {who} removed the row into which you wrote <b className="font-mono text-value">{text}</b>
                </>
              ) : (
                <>
                  {who} wrote <b className="font-mono text-value">{text}</b>{' '}
                  {cell ? 'here, too' : 'in a row that is gone'}
                </>
              )}
            </span>
            {cell && (
              <LinkButton
                onClick={() => {
                  document.edit((state) => setCells(state, [{ ...cell, text }]));
                  document.closeNotice(notice.id);
                }}
              >
                Use it
              </LinkButton>
            )}
            <LinkButton onClick={() => navigator.clipboard?.writeText(text)}>Copy</LinkButton>
            <LinkButton onClick={() => document.closeNotice(notice.id)}>Close</LinkButton>
          </div>
        );
      })}
    </>
  );
}
