import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'wouter';
import { get } from '@/api/client';
import type { DocumentText, FolderChangeView } from '@/api/types';
import { documentPlace } from '@/app/places';
import { folderNewsRead, useFolderNews } from '@/document/folderNews';
import { Difference } from '@/lens/Difference';
import { LinkButton } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { WideDialog } from '@/parts/WideDialog';
import { Wrong } from '@/parts/Wrong';

/** That files were changed outside, as by a pull, in a quiet line; what it was, as tables. */
export function FolderNews() {
  const changes = useFolderNews();
  const [open, setOpen] = useState(false);
  if (changes.length === 0) return null;
  const close = () => {
    setOpen(false);
    folderNewsRead();
  };
  return (
    <span role="status" className="flex items-center gap-1.5 whitespace-nowrap text-ink-3">
      folder changed {counted(changes.length, 'document')}
      <LinkButton onClick={() => setOpen(true)}>See what</LinkButton>
      {open && (
        <WideDialog title={`The folder changed ${counted(changes.length, 'document')}`} close={close}>
          <div className="min-h-0 flex-1 overflow-auto">
            {changes.map((change) => (
              <Changed key={change.document} change={change} close={close} />
            ))}
          </div>
        </WideDialog>
      )}
    </span>
  );
}

function Changed({ change, close }: { change: FolderChangeView; close: () => void }) {
  const { path, from, to } = change;
  const { data, error, refetch } = useQuery({
    queryKey: ['folder change', change],
    queryFn: async () => [await textAt(change, from), await textAt(change, to)] as const,
  });
  return (
    <section aria-label={path} className="border-b border-hair-strong py-2">
      <h2 className="flex items-baseline gap-2 px-4 text-title font-semibold">
        {to === undefined ? (
          path
        ) : (
          <Link to={documentPlace(path)} onClick={close} className="hover:underline">
            {path}
          </Link>
        )}
        <span className="text-small font-normal text-ink-3">
          {to === undefined ? 'removed' : from === undefined ? 'new' : ''}
        </span>
      </h2>
      {to === undefined ? (
        <p className="px-4 py-1 text-ink-2">It can be brought back from the contents.</p>
      ) : data ? (
        <Difference before={data[0]} after={data[1]} path={path} />
      ) : (
        <Wrong what={path} error={error} again={refetch} />
      )}
    </section>
  );
}

async function textAt({ document }: FolderChangeView, version: number | undefined): Promise<string> {
  if (version === undefined) return '';
  return (await get<DocumentText>(`/api/documents/${document}/texts/${version}`)).text;
}
