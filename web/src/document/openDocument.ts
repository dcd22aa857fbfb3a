import { history, isolateHistory, redo, undo } from '@codemirror/commands';
import {
  type ChangeDesc,
  Compartment,
  EditorState,
  type Extension,
  type Transaction,
  type TransactionSpec,
} from '@codemirror/state';
import { EditorView } from '@codemirror/view';
import { get, post, Refused } from '@/api/client';
import { live } from '@/api/socket';
import type { AnalysisView, ChangesDone, DocumentText, LiveMessageUnion } from '@/api/types';
import { reasonOf } from '@/parts/attempt';
import { counted } from '@/parts/counted';
import { store } from '@/parts/store';
import { whenNobodyTypes } from '@/parts/typingPause';
import { analysis, analysisField, takeAnswer } from './analysis';
import { authorName } from './author';
import { listenToFolder } from './folderNews';
import { hasTables } from './kinds';
import { leftAlone, type Notice } from './merge';
import { newClient } from './pending';
import { colourOf, listenToOthers, tellPresence } from './presence';
import { somethingIsUnsaved } from './saving';
import { movedLinesHistory, structure, structureOf } from './structure';
import { collabOf, Sync } from './sync';
import { changeSet, EditLog, numberedEdits } from './undo';

/** This load of the page, as the server knows it. */
export const client = newClient();

const textPart = new Compartment();

const MOST_GLOWING = 12;
const GLOW_MILLIS = 1_500;
const LONGEST_TYPED = 200;

/**
 * A document that is open in this page: one state, whichever view shows it. `dispatch` is the only way in; a text view
 * that is mounted follows each transaction.
 */
export class OpenDocument {
  readonly id: number;
  path: string;
  state: EditorState;
  /** What did not stand where two people changed one row, until somebody closes it. */
  readonly notices = store<readonly Notice[]>([]);
  /** The colours of those who changed lines just now, by line. */
  readonly glowing = store<ReadonlyMap<number, string>>(new Map());
  private glowTimer: ReturnType<typeof setTimeout> | undefined;
  /** Why the document is no longer there; empty while it is. */
  goneWhy = '';
  readonly sync: Sync;
  private readonly edits = new EditLog();
  /** What took a change of several documents back last, by the change in the history. */
  private readonly lastOf = new Map<number, number>();
  private view: EditorView | null = null;
  private readonly listeners = new Set<() => void>();
  private waiting: AnalysisView | null = null;
  private asking = false;
  /** The state of the project that the answer under way has to be about, or another one is asked for. */
  private wanted = 0;
  /** The state of the project that the last answer was about. */
  private analysed = 0;

  /** @param by the page's name for the server */
  constructor({ id, path, version, text }: DocumentText, by = client) {
    this.id = id;
    this.path = path;
    this.state = EditorState.create({
      doc: text,
      extensions: [
        structureOf(hasTables(path)),
        analysisField,
        history({ minDepth: 1e9 }),
        movedLinesHistory,
        numberedEdits,
        collabOf(version, by),
        textPart.of([]),
      ],
    });
    this.sync = new Sync(this, by);
  }

  /** Follows the document until the returned function is called. */
  listen = (listener: () => void) => {
    this.listeners.add(listener);
    return () => {
      this.listeners.delete(listener);
    };
  };

  private tell() {
    for (const listener of [...this.listeners]) listener();
  }

  dispatch(...specs: TransactionSpec[]) {
    for (const spec of specs) this.apply([this.state.update(this.edits.numbered(spec))]);
  }

  /** @param who made the changes, where it was somebody else */
  apply(transactions: readonly Transaction[], who: string | null = null) {
    for (const transaction of transactions) this.edits.record(transaction, who);
    this.show(transactions);
  }

  private show(transactions: readonly Transaction[]) {
    for (const transaction of transactions) this.state = transaction.state;
    this.view?.update(transactions);
    if (transactions.some((transaction) => transaction.docChanged)) this.sync.changed();
    this.tell();
  }

  /** Makes an edit of the state as it is now; null is none. */
  edit(make: (state: EditorState) => TransactionSpec | null) {
    const spec = make(this.state);
    if (spec) this.dispatch(spec);
  }

  /** Tells others in which line one is, and what one types there. */
  tellPlace(id: number | undefined, typed = '') {
    const line = id === undefined ? -1 : structure(this.state).lines.findIndex((each) => each.id === id);
    if (line < 0) return;
    const base = this.sync.since(this.sync.version);
    if (!base) return;
    const offset = base.changes.invertedDesc.mapPos(this.state.doc.line(line + 1).from, 1);
    const { id: document } = this;
    const text = typed === '' ? {} : { text: typed.slice(0, LONGEST_TYPED) };
    tellPresence({ client, name: authorName() || 'Somebody', document, version: this.sync.version, offset, ...text });
  }

  /** Brings the document back after somebody removed it. */
  async bringBack() {
    await post(`/api/documents/${this.id}/restore`, {});
    this.goneWhy = '';
    this.tell();
    await this.sync.reconnected();
  }

  undo() {
    this.step(undo);
  }

  redo() {
    this.step(redo);
  }

  private step(command: typeof undo | typeof redo) {
    const step = this.edits.step(command, this.state);
    if (!step) return;
    this.edits.recordStep(step);
    this.show(step.transactions);
    if (step.notices.length > 0) this.offer(step.notices);
    if (step.changeSet !== null) void this.takeBack(step.changeSet);
  }

  /** A change of several documents was made, this one in hand: its undo is one step here. */
  madeChangeSet(id: number) {
    this.apply([this.state.update({ effects: changeSet.of(id), annotations: isolateHistory.of('full') })]);
  }

  /** Lets the server take a change of several documents back, or what took it back. */
  private async takeBack(id: number) {
    await this.sync.saved();
    const last = this.lastOf.get(id) ?? id;
    const author = encodeURIComponent(authorName());
    try {
      const done = await post<ChangesDone>(`/api/changes/${last}/undo?author=${author}`, {});
      this.lastOf.set(id, done.id);
      if (done.leftOut > 0) this.offer([leftAlone(`${counted(done.leftOut, 'place')} that somebody changed since`)]);
    } catch (failed) {
      this.offer([leftAlone(reasonOf(failed))]);
    }
  }

  /** Shows the document as text in an element, until the returned function is called. */
  mountText(parent: HTMLElement, extensions: Extension): { view: EditorView; unmount: () => void } {
    this.dispatch({ effects: textPart.reconfigure(extensions) });
    const view = new EditorView({
      parent,
      state: this.state,
      dispatchTransactions: (transactions) => this.apply(transactions),
    });
    this.view = view;
    return {
      view,
      unmount: () => {
        this.view = null;
        view.destroy();
        this.dispatch({ effects: textPart.reconfigure([]) });
      },
    };
  }

  /** Brings the keyboard to the text, where it is shown. */
  focusText() {
    this.view?.focus();
  }

  /** The server has everything; what it says of it is asked for at once, not only when it tells that it knows. */
  accepted() {
    void this.ask();
  }

  received() {
    // An analysis may have been about these.
    if (this.waiting) this.takeAnalysis(this.waiting);
  }

  /** The lines that another one changed glow for a moment; of many at once, as after a pull, none does. */
  changedBy(by: string, changes: ChangeDesc) {
    const { doc } = this.state;
    const ids: number[] = [];
    const { lines } = structure(this.state);
    changes.iterChangedRanges((_fromA, _toA, from, to) => {
      const last = Math.min(doc.lineAt(Math.max(from, to - 1)).number, doc.lineAt(from).number + MOST_GLOWING);
      for (let line = doc.lineAt(from).number; line <= last; line++) ids.push(lines[line - 1]?.id ?? -1);
    });
    if (ids.length > MOST_GLOWING) return;
    const colour = colourOf(by);
    this.glowing.set(new Map(ids.map((id) => [id, colour])));
    clearTimeout(this.glowTimer);
    this.glowTimer = setTimeout(() => this.glowing.set(new Map()), GLOW_MILLIS);
  }

  offer(notices: readonly Notice[]) {
    this.notices.set([...this.notices.get(), ...notices]);
  }

  closeNotice(id: number) {
    this.notices.set(this.notices.get().filter((notice) => notice.id !== id));
  }

  gone(why: string) {
    this.goneWhy = why;
    this.tell();
  }

  heard(message: LiveMessageUnion) {
    if (message.live === 'updated' && message.document === this.id) {
      this.sync.heard(message.after, message.updates);
    } else if (message.live === 'checked' && message.documents.includes(this.id)) {
      // Mostly this page has asked by itself, as the edit was its own.
      if (message.snapshot > this.analysed) void this.ask(message.snapshot);
    } else if (message.live === 'welcome') {
      // A server that was started again counts from the beginning.
      this.analysed = 0;
      void this.sync.reconnected();
      void this.ask();
    }
  }

  /**
   * Asks what the server says of the document; one question at a time, and again where news came meanwhile.
   * @param snapshot the state of the project that is asked about, at least; otherwise the one of now
   */
  async ask(snapshot = Number.POSITIVE_INFINITY) {
    this.wanted = Math.max(this.wanted, snapshot);
    if (this.asking) return;
    this.asking = true;
    try {
      do await this.askOnce();
      while (this.asksAgain);
    } finally {
      this.asking = false;
    }
  }

  private async askOnce() {
    this.wanted = 0;
    try {
      const { token } = analysis(this.state);
      const answer = await this.sync.analysis(token);
      this.analysed = answer.snapshot;
      const quiet = await whenNobodyTypes();
      // One that had waited was taken in meanwhile, so this one leaves out what is no longer known.
      if (analysis(this.state).token !== token) this.wanted = Number.POSITIVE_INFINITY;
      // While one types on, the next answer is on its way; now and then one is shown all the same.
      else if (!quiet || !this.asksAgain) this.takeAnalysis(answer);
    } catch (failed) {
      if (!(failed instanceof Refused)) throw failed;
      // The live connection says when the server is there again.
    }
  }

  private get asksAgain() {
    return this.wanted > this.analysed;
  }

  private takeAnalysis(answer: AnalysisView) {
    const since = this.sync.since(answer.version);
    // Updates that it is about may be on their way still.
    this.waiting = since ? null : answer;
    if (since) this.apply([takeAnswer(this.state, answer, since.doc, since.changes)]);
  }
}

const open = new Map<string, Promise<OpenDocument>>();
/** Those of them that are here. */
const here = new Map<string, OpenDocument>();
let listening = false;

/** The document at a path, opened once and kept. */
export function openDocument(path: string): Promise<OpenDocument> {
  let document = open.get(path);
  if (!document) {
    document = fetchDocument(path).then(
      (come) => {
        here.set(path, come);
        return come;
      },
      (failed) => {
        open.delete(path);
        throw failed;
      },
    );
    open.set(path, document);
  }
  return document;
}

/** The document at a path, where it is open and has come. */
export const documentHere = (path: string): OpenDocument | null => here.get(path) ?? null;

/** The document at a path, where it is open already. */
export const documentInHand = (path: string): Promise<OpenDocument> | undefined => open.get(path);

/** Closes all documents, as when the page is left; what is unsent waits in the browser for the next page. */
export async function closeAll(): Promise<void> {
  const closing = [...here.values()];
  open.clear();
  here.clear();
  await Promise.all(closing.map((document) => document.sync.stop()));
}

async function fetchDocument(path: string): Promise<OpenDocument> {
  listenOnce();
  const [text] = await get<DocumentText[]>(`/api/documents?path=${encodeURIComponent(path)}&text`);
  if (!text) {
    throw new Error(
      `The project has no document “${path}”. It may have been renamed or removed; what is here stands on the left, and what was removed below that.`,
    );
  }
  live.watchDocument(text.id);
  const document = new OpenDocument(text);
  // What came between the text and the watching is asked for.
  void document.sync.catchUp();
  void document.ask();
  return document;
}

function listenOnce() {
  if (listening) return;
  listening = true;
  listenToOthers();
  listenToFolder();
  live.listen((message) => {
    // Why one could not be opened is told where it was to be opened.
    for (const document of open.values()) {
      document.then(
        (each) => each.heard(message),
        () => {},
      );
    }
  });
  addEventListener('beforeunload', (event) => {
    if (somethingIsUnsaved()) event.preventDefault();
  });
}
