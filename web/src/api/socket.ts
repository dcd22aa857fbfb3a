import { store } from '@/parts/store';
import type { LiveMessageUnion, LiveRequestUnion, Presence } from './types';

const BEAT_MILLIS = 20_000;
const FIRST_PAUSE_MILLIS = 500;
const LONGEST_PAUSE_MILLIS = 5_000;

/** The one WebSocket of this page. It opens itself again, and says again what is to be heard. */
class LiveSocket {
  private socket: WebSocket | null = null;
  private pause = FIRST_PAUSE_MILLIS;
  private readonly listeners = new Set<(message: LiveMessageUnion) => void>();
  private readonly documents = new Map<number, number>();
  private readonly runs = new Map<number, () => number>();
  private presence: Presence | null = null;
  private beat: ReturnType<typeof setInterval> | undefined;
  private retry: ReturnType<typeof setTimeout> | undefined;

  /** Whether the server can be heard. */
  readonly connected = store(false);

  /** Hears every message until the returned function is called; the first who listens opens the connection. */
  listen(listener: (message: LiveMessageUnion) => void): () => void {
    this.listeners.add(listener);
    if (!this.socket && this.retry === undefined) this.open();
    return () => {
      this.listeners.delete(listener);
      if (this.listeners.size === 0) this.close();
    };
  }

  private open() {
    this.retry = undefined;
    const socket = new WebSocket(`${location.origin.replace(/^http/, 'ws')}/api/live`);
    this.socket = socket;
    socket.onopen = () => {
      this.pause = FIRST_PAUSE_MILLIS;
      this.connected.set(true);
      this.watch();
      if (this.presence) this.send({ live: 'i am', presence: this.presence });
    };
    socket.onmessage = (event) => {
      const message: LiveMessageUnion = JSON.parse(event.data);
      for (const listener of [...this.listeners]) listener(message);
    };
    socket.onclose = () => {
      if (this.socket !== socket) return;
      this.socket = null;
      this.connected.set(false);
      this.retry = setTimeout(() => this.open(), this.pause);
      this.pause = Math.min(LONGEST_PAUSE_MILLIS, this.pause * 2);
    };
    clearInterval(this.beat);
    this.beat = setInterval(() => this.send({ live: 'beat' }), BEAT_MILLIS);
  }

  /** Nobody is told that this page is here any longer. */
  close() {
    const { socket } = this;
    this.socket = null;
    clearInterval(this.beat);
    clearTimeout(this.retry);
    this.retry = undefined;
    socket?.close();
  }

  private send(request: LiveRequestUnion) {
    if (this.socket?.readyState === WebSocket.OPEN) this.socket.send(JSON.stringify(request));
  }

  private watch() {
    const runs = Object.fromEntries([...this.runs].map(([run, place]) => [run, place()]));
    this.send({ live: 'watch', documents: [...this.documents.keys()], runs });
  }

  /** Hears of a document's updates and analyses, too. */
  watchDocument(id: number): () => void {
    this.documents.set(id, (this.documents.get(id) ?? 0) + 1);
    this.watch();
    return () => {
      const left = (this.documents.get(id) ?? 1) - 1;
      if (left > 0) this.documents.set(id, left);
      else this.documents.delete(id);
      this.watch();
    };
  }

  /** Hears of a run's events, from the one with index `place()` on. */
  watchRun(id: number, place: () => number): () => void {
    this.runs.set(id, place);
    this.watch();
    return () => {
      this.runs.delete(id);
      this.watch();
    };
  }

  /** Tells others where this page is. */
  here(presence: Presence) {
    this.presence = presence;
    this.send({ live: 'i am', presence });
  }
}

export const live = new LiveSocket();

// A page that a browser keeps after it was left is nobody who is here.
addEventListener('pagehide', () => live.close());
