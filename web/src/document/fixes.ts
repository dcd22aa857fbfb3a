import { isolateHistory } from '@codemirror/commands';
import { ChangeSet } from '@codemirror/state';
import { post } from '@/api/client';
import type { BlockProblem, ChangesDone, DocumentChange } from '@/api/types';
import { authorName } from './author';
import type { OpenDocument } from './openDocument';
import { structure } from './structure';

/**
 * Mends a problem of a line: what a fix changes in this document alone is an edit like others; what it changes in
 * several is made by the server, all or none.
 */
export async function mend(document: OpenDocument, lineId: number, problem: BlockProblem, fix: string) {
  await document.sync.saved();
  const line = structure(document.state).lines.findIndex((each) => each.id === lineId);
  const { version } = document.sync;
  const changes = await post<DocumentChange[]>('/api/fixes', {
    path: document.path,
    version,
    line,
    start: problem.start,
    code: problem.code,
    fix,
  });
  const own = changes.length === 1 && changes[0]?.path === document.path ? changes[0] : undefined;
  if (!own) {
    const done = await post<ChangesDone>('/api/changes', { author: authorName(), documents: changes });
    document.madeChangeSet(done.id);
    return;
  }
  const since = document.sync.since(own.version);
  if (!since) throw new Error('The document went on meanwhile; try again.');
  document.dispatch({
    changes: ChangeSet.fromJSON(own.change).map(since.changes),
    annotations: isolateHistory.of('full'),
    userEvent: 'sheet',
  });
}
