import { post, sendFile } from './client';

/** The whole project, or another one into it, as a zip. */
export const takeInZip = (zip: Blob) => sendFile('POST', '/api/import', zip);

/** The demo's project, into one that is empty. */
export const takeInDemo = () => post<void>('/api/demo', {});

/** What lies in a folder and is no part of a project; the server passes over the rest, by what `.elmignore` names. */
const isPassedOver = (path: readonly string[]) =>
  path.join('/') !== '.elmignore' && path.some((part) => part.startsWith('.') || part === 'node_modules');

/**
 * A folder that was chosen, with all that is in it; what is hidden stays where it is.
 *
 * @param files as a field for folders gives them, each with its path from that folder on
 */
export async function takeInFolder(files: readonly File[]): Promise<void> {
  const taken: Record<string, Uint8Array> = {};
  for (const file of files) {
    const path = file.webkitRelativePath.split('/').slice(1);
    if (!isPassedOver(path)) {
      taken[path.join('/')] = new Uint8Array(await file.arrayBuffer());
    }
  }
  if (Object.keys(taken).length === 0) throw new Error('There are no files in this folder.');
  await takeInZip(new Blob([await zipped(taken)]));
}

async function zipped(files: Record<string, Uint8Array>): Promise<BlobPart> {
  const { zip } = await import('fflate');
  return new Promise((done, failed) =>
    zip(files, { level: 1 }, (error, data) => (error ? failed(error) : done(data as Uint8Array<ArrayBuffer>))),
  );
}
