import { get, post } from '@/api/client';
import type { ChangesDone, DocumentHandle, PlaceView, RefactoringPreview } from '@/api/types';
import { authorName } from '@/document/author';
import { documentInHand } from '@/document/openDocument';
import { counted } from '@/parts/counted';

/** The refactorings that there are, in the words of the API. */
export type RefactoringWhat =
  | 'extract keyword'
  | 'inline'
  | 'parameter'
  | 'column'
  | 'environment value'
  | 'data set'
  | 'own rows'
  | 'set-up'
  | 'fixture'
  | 'add element'
  | 'rename'
  | 'move';

/** What is to be changed; lines count from 1, cells from 0 behind the first one. */
export interface RefactoringAsk {
  what: RefactoringWhat;
  path: string;
  line: number;
  count?: number;
  cell?: number;
  /** The name that is proposed. */
  name?: string;
}

interface Words {
  title: string;
  /** What its name is asked for as; nothing where it needs none. */
  name?: string;
  /** What the document that it goes to is asked for as; its path stands for a name. */
  document?: string;
  act: (places: number) => string;
}

export const WORDS: Record<RefactoringWhat, Words> = {
  'extract keyword': {
    title: 'Extract keyword',
    name: 'Name of the keyword',
    act: (places) => (places > 1 ? `Extract and replace in ${places} places` : 'Extract keyword'),
  },
  inline: { title: 'Put its steps here', act: () => 'Replace the step by its steps' },
  parameter: { title: 'Turn into a parameter', name: 'Name of the parameter', act: () => 'Make the parameter' },
  column: { title: 'Turn into a data column', name: 'Name of the column', act: () => 'Make the column' },
  'environment value': {
    title: 'Turn into an environment value',
    name: 'Name of the value',
    act: () => 'Make the value',
  },
  'data set': { title: 'Rows become a data set', name: 'Name of the data set', act: () => 'Make the data set' },
  'own rows': { title: 'Rows come into the case', act: () => 'Type the rows into the case' },
  'set-up': { title: 'Steps become the set-up', act: () => 'Move them to the set-up' },
  fixture: { title: 'Steps become a fixture', name: 'Name of the fixture', act: () => 'Make the fixture' },
  'add element': { title: 'Add the element to the page', act: () => 'Add the element' },
  move: { title: 'Move to another document', document: 'Document', act: () => 'Move it there' },
  rename: { title: 'Rename', name: 'New name', act: () => 'Rename everywhere' },
};

/** A name for a keyword that is made of steps: what the last of them does. */
export function proposedName(last: readonly string[]): string {
  const words = last
    .slice(0, 2)
    .map((cell) => cell.replaceAll(/[<>|]/g, '').trim())
    .filter((cell) => cell !== '')
    .join(' ');
  return words.charAt(0).toLowerCase() + words.slice(1);
}

/** The version of a document with all that was typed here. */
async function savedVersion(path: string): Promise<number> {
  const open = await documentInHand(path);
  if (open) {
    await open.sync.saved();
    return open.sync.version;
  }
  const [handle] = await get<DocumentHandle[]>(`/api/documents?path=${encodeURIComponent(path)}`);
  if (!handle) throw new Error(`The project has no document “${path}”.`);
  return handle.version;
}

/** What a refactoring would change, as things are now. */
export async function previewOf(
  ask: RefactoringAsk,
  name: string,
  except: readonly PlaceView[],
): Promise<RefactoringPreview> {
  const version = await savedVersion(ask.path);
  return post<RefactoringPreview>('/api/refactorings', { ...ask, version, name, except });
}

/** Makes the changes of a preview in all documents, or none; undo in the open one takes all of them back. */
export async function carryOut(ask: RefactoringAsk, preview: RefactoringPreview): Promise<string> {
  const documents = preview.documents.map(({ path, version, change }) => ({ path, version, change }));
  const done = await post<ChangesDone>('/api/changes', { author: authorName(), documents });
  (await documentInHand(ask.path))?.madeChangeSet(done.id);
  return `${counted(documents.length, 'document')} changed`;
}
