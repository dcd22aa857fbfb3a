import { ChangeSet, EditorState, type Transaction } from '@codemirror/state';
import { client, documentInHand } from './openDocument';
import { abandoned, dropPending, inPlaceOf, type PendingUpdates } from './pending';
import { collabOf, Sync } from './sync';

/** Sends what pages left behind that were closed while the server was away. */
export async function sendAbandoned() {
  // One that the server does not take holds up no other.
  const left = (await abandoned()).filter((pending) => pending.client !== client);
  await Promise.all(left.map((pending) => inPlaceOf(pending.client, () => sendFor(pending))));
}

async function sendFor(pending: PendingUpdates) {
  const { document, path, version, text } = pending;
  const left = new LeftDocument(
    pending,
    EditorState.create({ doc: text, extensions: collabOf(version, pending.client) }),
  );
  left.sync.changed();
  await left.sync.saved();
  await dropPending(pending.client, document);
  void (await documentInHand(path))?.sync.catchUp();
}

/** A document with updates that another page made and did not send. */
class LeftDocument {
  readonly id: number;
  readonly path: string;
  readonly sync: Sync;

  constructor(
    pending: PendingUpdates,
    public state: EditorState,
  ) {
    this.id = pending.document;
    this.path = pending.path;
    this.sync = new Sync(this, pending.client, pending.first);
    for (const update of pending.updates) this.state = this.state.update({ changes: ChangeSet.fromJSON(update) }).state;
  }

  apply(transactions: readonly Transaction[]) {
    for (const transaction of transactions) this.state = transaction.state;
  }
}
