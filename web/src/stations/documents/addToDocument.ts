import { post } from '@/api/client';
import type { DocumentText } from '@/api/types';
import { authorName } from '@/document/author';
import { addBlock } from '@/document/blockEdits';
import { openDocument } from '@/document/openDocument';

/** Puts blocks at the end of a document, which is made where it is missing; gives their first line, from 1 on. */
export async function addToDocument(path: string, there: boolean, text: string): Promise<number> {
  if (!there) {
    await post<DocumentText>('/api/documents', { path, text: `${text}\n`, author: authorName() });
    return 1;
  }
  const document = await openDocument(path);
  const { spec, line } = addBlock(document.state, text, null);
  document.dispatch(spec);
  await document.sync.saved();
  return line + 1;
}
