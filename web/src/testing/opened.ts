import { closeAll, OpenDocument } from '@/document/openDocument';

const all: OpenDocument[] = [];

/** A document that is open in a page without a server. */
export function opened(text: string, path = 'a.elmt'): OpenDocument {
  const document = new OpenDocument({ id: all.length + 1, path, version: 0, text });
  all.push(document);
  return document;
}

/** What one test left unsent shall not be sent in another. */
export async function closeDocuments() {
  await Promise.all(all.splice(0).map((document) => document.sync.stop()));
  await closeAll();
}
