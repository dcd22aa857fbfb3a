import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useLocation } from 'wouter';
import { get, post } from '@/api/client';
import type { DocumentText } from '@/api/types';
import { documentPlace } from '@/app/places';
import { authorName } from '@/document/author';
import { useAttempt } from '@/parts/attempt';
import { FormDialog } from '@/parts/FormDialog';
import { NameField } from '@/parts/NameField';
import { PathField } from '@/parts/PathField';
import { copyPath, nameIn, withName } from './copying';

/** Makes another document of the same text, with a name of its own where it is a suite or feature. */
export function CopyDocument({ path, close }: { path: string; close: () => void }) {
  const [typedName, setName] = useState<string | null>(null);
  const [typedPath, setPath] = useState<string | null>(null);
  const { attempt, wrong } = useAttempt();
  const [, go] = useLocation();
  const { data: texts, error } = useQuery({
    queryKey: ['text', path],
    queryFn: () => get<DocumentText[]>(`/api/documents?path=${encodeURIComponent(path)}&text`),
    staleTime: 0,
    gcTime: 0,
  });
  const text = texts?.[0]?.text;
  const own = text === undefined ? null : nameIn(path, text);
  const name = typedName ?? (own === null ? '' : `${own} copy`);
  const target = typedPath ?? copyPath(path, name);
  const make = () =>
    attempt(async () => {
      if (text === undefined) return;
      const copy = own === null ? text : withName(path, text, name.trim());
      await post<DocumentText>('/api/documents', { path: target.trim(), text: copy, author: authorName() });
      close();
      go(documentPlace(target.trim()));
    });
  if (!texts && !error) return null;
  return (
    <FormDialog
      title="Copy the document"
      open
      setOpen={(open) => !open && close()}
      submit="Copy"
      ready={text !== undefined && target.trim() !== '' && (own === null || name.trim() !== '')}
      wrong={wrong || error?.message || ''}
      onSubmit={make}
    >
      {own !== null && <NameField value={name} onChange={setName} />}
      <PathField value={target} onChange={setPath} />
    </FormDialog>
  );
}
