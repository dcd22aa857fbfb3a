import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useState } from 'react';
import { useLocation } from 'wouter';
import { get, patch, post, remove } from '@/api/client';
import type { DocumentHandle, DocumentText, RemovedDocument } from '@/api/types';
import { documentPlace } from '@/app/places';
import { useAttempt } from '@/parts/attempt';
import { LinkButton } from '@/parts/Button';
import { ellipsis } from '@/parts/ellipsis';
import { FormDialog } from '@/parts/FormDialog';
import { Menu } from '@/parts/Menu';
import { PathField } from '@/parts/PathField';
import { CopyDocument } from './CopyDocument';

async function idOf(path: string): Promise<number> {
  const [handle] = await get<DocumentHandle[]>(`/api/documents?path=${encodeURIComponent(path)}`);
  if (!handle) throw new Error(`The project has no document “${path}” any more.`);
  return handle.id;
}

/** Renames, copies or removes a document, on a right click; removing can be taken back. */
export function DocumentMenu({ path, children }: { path: string; children: ReactNode }) {
  const [asks, setAsks] = useState<'rename' | 'copy' | null>(null);
  const { attempt, wrong } = useAttempt();
  const queries = useQueryClient();
  const take = () =>
    attempt(async () => {
      await remove(`/api/documents/${await idOf(path)}`);
      await queries.invalidateQueries({ queryKey: ['removed'] });
    });
  const entries = () => [
    { word: 'Rename …', act: () => setAsks('rename') },
    { word: 'Copy …', act: () => setAsks('copy') },
    { word: 'Remove document', act: take },
  ];
  return (
    <>
      <Menu entries={entries}>{children}</Menu>
      {wrong && (
        <p role="alert" className="px-3 text-failed">
          {wrong}
        </p>
      )}
      {asks === 'rename' && <RenameDocument path={path} close={() => setAsks(null)} />}
      {asks === 'copy' && <CopyDocument path={path} close={() => setAsks(null)} />}
    </>
  );
}

function RenameDocument({ path, close }: { path: string; close: () => void }) {
  const [name, setName] = useState(path);
  const { attempt, wrong } = useAttempt();
  const [, go] = useLocation();
  const rename = () =>
    attempt(async () => {
      await patch(`/api/documents/${await idOf(path)}`, { path: name.trim() });
      close();
      go(documentPlace(name.trim()));
    });
  return (
    <FormDialog
      title="Rename the document"
      open
      setOpen={(open) => !open && close()}
      submit="Rename"
      ready={name.trim() !== '' && name.trim() !== path}
      wrong={wrong}
      onSubmit={rename}
    >
      <PathField value={name} onChange={setName} />
    </FormDialog>
  );
}

/** What was removed and can be brought back. */
export function RemovedDocuments() {
  const { data: removed, error } = useQuery({
    queryKey: ['removed'],
    queryFn: () => get<RemovedDocument[]>('/api/removed'),
  });
  const queries = useQueryClient();
  const [, go] = useLocation();
  const { attempt, wrong } = useAttempt();
  const bringBack = (one: RemovedDocument) =>
    attempt(async () => {
      await post<DocumentText>(`/api/documents/${one.id}/restore`, {});
      await queries.invalidateQueries({ queryKey: ['removed'] });
      go(documentPlace(one.path));
    });
  const said = wrong || error?.message;
  if (!said && (removed ?? []).length === 0) return null;
  return (
    <>
      <p className="pt-2 pb-1 pl-3 text-small font-semibold text-ink-3">Removed</p>
      {said && (
        <p role="alert" className="px-3 text-failed">
          {said}
        </p>
      )}
      {(removed ?? []).slice(0, 20).map((one) => (
        <div key={one.id} className="flex h-[26px] items-center gap-2 pr-2.5 pl-[25px] text-ink-3">
          <span ref={ellipsis} className="flex-1 line-through" title={one.path}>
            {one.path.replace(/\.(elmt|feature)$/, '')}
          </span>
          <LinkButton onClick={() => bringBack(one)}>Bring back</LinkButton>
        </div>
      ))}
    </>
  );
}
