import { collab, getSyncedVersion, receiveUpdates, sendableUpdates, type Update } from '@codemirror/collab';
import { type ChangeDesc, ChangeSet, type EditorState, type Text, Transaction } from '@codemirror/state';
import { get, post, Refused } from '@/api/client';
import type { AnalysisView, DifferenceView, UpdatesView, UpdateView } from '@/api/types';
import { afterPaint } from '@/parts/afterPaint';
import { whenNobodyTypes } from '@/parts/typingPause';
import { authorName } from './author';
import { isRecords } from './kinds';
import { composed, type Notice, repair } from './merge';
import { keepPending, sentPending } from './pending';
import { repairRecords } from './recordMerge';
import { setSaving } from './saving';

const FIRST_PAUSE_MILLIS = 300;
const LONGEST_PAUSE_MILLIS = 5_000;
const VERSIONS_KEPT = 200;
/** What follows fast goes in one batch, but nobody waits longer for it. */
const LONGEST_TYPING_MILLIS = 200;

/** What the synchronising needs of a document that is open. */
export interface Synchronized {
  readonly id: number;
  readonly path: string;
  state: EditorState;
  /** @param who made the changes, where it was somebody else */
  apply(transactions: readonly Transaction[], who?: string | null): void;
  /** One's own updates are on the server's disk. */
  accepted?(): void;
  /** Updates came in. */
  received?(): void;
  /** Another page or the folder made these changes of the state before. */
  changedBy?(client: string, changes: ChangeDesc): void;
  /** What did not stand where two people changed one row. */
  offer?(notices: readonly Notice[]): void;
  /** The document is gone from the server. */
  gone?(why: string): void;
}

/** The extension that keeps what is sent and received. */
export const collabOf = (version: number, client: string) => collab({ startVersion: version, clientID: client });

/**
 * Sends a document's pending updates one batch at a time, again after a lost connection, and takes in those of others.
 * What is pending lies in the browser's database before it is sent.
 */
export class Sync {
  /** The server's text at the synchronised version, and the ones before with what led on from each. */
  private readonly log: { version: number; doc: Text; changes: ChangeSet | null }[];
  private number: number;
  private busy = false;
  private stopped = false;
  private pause = FIRST_PAUSE_MILLIS;
  private unsavedSince: number | null = null;
  private why = '';
  private wake: (() => void) | null = null;
  private hurry: (() => void) | null = null;
  private keeping: Promise<void> = Promise.resolve();
  private readonly idle: (() => void)[] = [];

  constructor(
    private readonly document: Synchronized,
    readonly client: string,
    first = 0,
  ) {
    this.number = first;
    this.log = [{ version: this.version, doc: document.state.doc, changes: null }];
  }

  get version() {
    return getSyncedVersion(this.document.state);
  }

  get isSaved() {
    return sendableUpdates(this.document.state).length === 0;
  }

  /** The state changed: what is new is kept and sent. */
  changed() {
    if (this.isSaved || this.stopped) return;
    this.unsavedSince ??= Date.now();
    this.tell();
    this.keep();
    if (!this.busy) void this.send();
  }

  /** Resolves once nothing is pending. */
  saved(): Promise<void> {
    if (this.isSaved) return Promise.resolve();
    this.hurry?.();
    return new Promise((resolve) => this.idle.push(resolve));
  }

  /** Nothing is sent any more; resolves once what is pending is kept. */
  stop(): Promise<void> {
    this.stopped = true;
    setSaving(this, null);
    this.wake?.();
    this.hurry?.();
    return this.keeping;
  }

  private tell() {
    if (this.stopped) return;
    if (this.isSaved) {
      this.unsavedSince = null;
      this.why = '';
      setSaving(this, null);
      for (const resolve of this.idle.splice(0)) resolve();
    } else {
      const state = this.why === '' ? 'saving' : 'not saved';
      setSaving(this, { state, since: this.unsavedSince, why: this.why });
    }
  }

  /** Writes what is pending into the browser's database; only the newest is written where they follow fast. */
  private keep(): Promise<void> {
    this.keeping = this.keeping
      .then(() => {
        const updates = sendableUpdates(this.document.state);
        const base = this.log.at(-1);
        if (updates.length === 0 || !base) return sentPending(this.client, this.document.id);
        return keepPending(
          {
            document: this.document.id,
            path: this.document.path,
            client: this.client,
            author: authorName(),
            first: this.number,
            version: this.version,
            updates: updates.map((update) => update.changes.toJSON()),
          },
          {
            text: () => base.doc.toString(),
            since: (version) => this.changesSince(version)?.map((changes) => changes.toJSON()) ?? null,
          },
        );
      })
      .catch((failed) => console.warn('What is not saved yet could not be kept in this browser.', failed));
    return this.keeping;
  }

  private async send() {
    this.busy = true;
    while (!this.stopped && !this.isSaved) {
      await Promise.all([this.keeping, afterPaint()]);
      await this.typingPaused();
      if (this.stopped) break;
      const { version } = this;
      const batch = sendableUpdates(this.document.state);
      if (batch.length === 0) break;
      try {
        const answer = await post<UpdatesView>(`/api/documents/${this.document.id}/updates`, {
          version,
          client: this.client,
          first: this.number,
          author: authorName(),
          updates: batch.map((update) => update.changes.toJSON()),
        });
        this.why = '';
        this.pause = FIRST_PAUSE_MILLIS;
        // The same may have come over the live connection meanwhile.
        if (answer.version > this.version) await this.takeSince(batch, version);
        this.document.accepted?.();
      } catch (failed) {
        await this.afterFailure(failed, version);
      }
      void this.keep();
      this.tell();
    }
    this.busy = false;
  }

  /** Waits for a pause in typing, unless somebody waits for what is pending. */
  private async typingPaused() {
    if (this.idle.length > 0 || this.stopped) return;
    const hurried = new Promise<void>((resolve) => {
      this.hurry = resolve;
    });
    await Promise.race([whenNobodyTypes(LONGEST_TYPING_MILLIS), hurried]);
    this.hurry = null;
  }

  /** The batch was accepted: it is confirmed as if it had come back. */
  private async takeSince(batch: readonly Update[], version: number) {
    if (this.version === version) {
      this.receive(
        batch.map((update) => ({ client: this.client, author: authorName(), at: '', change: update.changes.toJSON() })),
      );
    } else await this.catchUp();
  }

  private async afterFailure(failed: unknown, version: number) {
    const refused = failed instanceof Refused ? failed : null;
    const since = refused?.problem?.since;
    // Some of it may have come over the live connection meanwhile.
    if (since) return this.take(since, version);
    if (refused?.problem?.thinned) return this.catchUpByText();
    if (refused && (refused.status === 404 || refused.status === 410)) {
      this.why = refused.message;
      this.document.gone?.(refused.message);
    } else if (refused && refused.status >= 400 && refused.status < 500) {
      this.why = refused.message;
    } else if (refused) {
      this.why = refused.problem?.full ? refused.message : 'the server does not answer';
    } else {
      // A mistake of the page's own is told as what it is.
      this.why = String(failed);
    }
    this.tell();
    await new Promise<void>((resolve) => {
      this.wake = resolve;
      setTimeout(resolve, this.pause);
    });
    this.wake = null;
    this.pause = Math.min(LONGEST_PAUSE_MILLIS, this.pause * 2);
  }

  /** The connection is there again: nothing waits any longer, and what was missed is asked for. */
  async reconnected() {
    this.pause = FIRST_PAUSE_MILLIS;
    this.wake?.();
    await this.catchUp();
  }

  /** Asks for what others did since the synchronised version. */
  async catchUp() {
    const { version } = this;
    try {
      const since = await get<UpdatesView>(`/api/documents/${this.document.id}/updates?since=${version}`);
      this.take(since, version);
    } catch (failed) {
      if (!(failed instanceof Refused)) throw failed;
      if (failed.problem?.thinned) return this.catchUpByText();
      // A server that is away is asked again as soon as it can be heard.
      if (failed.status === 404 || failed.status === 410) this.document.gone?.(failed.message);
    }
  }

  /** The updates since are no longer kept, so what others did comes in as a difference by lines. */
  private async catchUpByText() {
    const { version, serverDoc } = this;
    const found = await post<DifferenceView>(`/api/documents/${this.document.id}/difference`, {
      text: serverDoc.toString(),
    });
    const missed = found.version - version;
    // Something may have come over the live connection meanwhile.
    if (this.version !== version || missed <= 0) return;
    const { change } = found;
    const length = ChangeSet.fromJSON(change).newLength;
    const update = (made: UpdateView['change']): UpdateView => ({ client: '', author: '', at: '', change: made });
    const still = update(ChangeSet.empty(length).toJSON());
    this.receive([update(change), ...new Array<UpdateView>(missed - 1).fill(still)]);
  }

  private take(since: UpdatesView, from: number) {
    const known = this.version - from;
    this.receive(since.updates.slice(known));
  }

  /** Updates that the live connection brought, behind version `after`. */
  heard(after: number, updates: UpdateView[] | undefined) {
    if (!updates || after > this.version) void this.catchUp();
    else if (after + updates.length > this.version) this.receive(updates.slice(this.version - after));
  }

  /** Takes in updates that follow the synchronised version, one's own among them. */
  private receive(updates: readonly UpdateView[]) {
    for (let from = 0; from < updates.length; ) {
      const own = updates[from]?.client === this.client;
      let to = from;
      while (to < updates.length && (updates[to]?.client === this.client) === own) to++;
      this.receiveRun(updates.slice(from, to), own);
      from = to;
    }
    if (updates.length > 0) this.document.received?.();
    this.tell();
  }

  /** Updates that are all one's own, or all those of others. */
  private receiveRun(updates: readonly UpdateView[], own: boolean) {
    const before = this.document.state;
    const server = this.serverDoc;
    const pending = sendableUpdates(before);
    const read = updates.map((update) => ({ changes: ChangeSet.fromJSON(update.change), clientID: update.client }));
    for (const { changes } of read) this.follow(changes);
    if (own) this.number += read.length;
    const who = own ? null : (updates.find((update) => update.author !== '')?.author ?? '');
    const transaction = receiveUpdates(before, read);
    this.document.apply([transaction], who);
    if (who !== null) this.document.changedBy?.(read[0]?.clientID ?? '', transaction.changes);
    if (who === null || pending.length === 0) return;
    const received = read.map((update) => update.changes).reduce((all, next) => all.compose(next));
    const { changes, notices } = this.repair(server, before, pending, received, who);
    // What sets rows right goes with the batch that is sent next, and is no step of undo.
    const annotations = Transaction.addToHistory.of(false);
    const righting = { changes, annotations, userEvent: 'sheet.merge' };
    if (changes.length > 0) this.document.apply([this.document.state.update(righting)], who);
    if (notices.length > 0) this.document.offer?.(notices);
  }

  private repair(server: Text, before: EditorState, pending: readonly Update[], received: ChangeSet, who: string) {
    const { state, path } = this.document;
    if (!isRecords(path)) return repair(server, before, state, pending, received, who);
    const own = composed(server, pending);
    return repairRecords({ server, path, own, mine: before, received, after: state.doc, who });
  }

  /** The server's text went on by a change. */
  private follow(changes: ChangeSet) {
    const last = this.log.at(-1);
    if (!last) return;
    last.changes = changes;
    this.log.push({ version: last.version + 1, doc: changes.apply(last.doc), changes: null });
    this.log.splice(0, this.log.length - VERSIONS_KEPT);
  }

  /** What led from a version to the synchronised one, one change for each; null where it is too old or not there yet. */
  private changesSince(version: number): ChangeSet[] | null {
    const from = this.log.findIndex((each) => each.version === version);
    return from < 0 ? null : this.log.slice(from).flatMap(({ changes }) => changes ?? []);
  }

  /** The text of a version with what led from there to the text of now; null where it is too old or not there yet. */
  since(version: number): { doc: Text; changes: ChangeSet } | null {
    const base = this.log.find((each) => each.version === version);
    const confirmed = this.changesSince(version);
    if (!base || !confirmed) return null;
    const pending = sendableUpdates(this.document.state).map((update) => update.changes);
    const none = ChangeSet.empty(base.doc.length);
    return { doc: base.doc, changes: [...confirmed, ...pending].reduce((all, next) => all.compose(next), none) };
  }

  /** The server's text at the synchronised version. */
  get serverDoc(): Text {
    return this.log.at(-1)?.doc ?? this.document.state.doc;
  }

  /** Asks what the server says of the document, with what it told last. */
  analysis(token: string): Promise<AnalysisView> {
    return get<AnalysisView>(`/api/documents/${this.document.id}/analysis?since=${token}`);
  }
}
