import { act } from 'react';
import { vi } from 'vitest';
import type { LiveMessageUnion, LiveRequestUnion } from '@/api/types';

/** A WebSocket whose messages a test sends. */
export class FakeSocket {
  static readonly OPEN = 1;
  static all: FakeSocket[] = [];
  readyState = 0;
  readonly sent: LiveRequestUnion[] = [];
  onopen?: () => void;
  onmessage?: (event: { data: string }) => void;
  onclose?: () => void;

  constructor(readonly address: string) {
    FakeSocket.all.push(this);
  }

  send(text: string) {
    this.sent.push(JSON.parse(text));
  }

  /** The server takes the connection. */
  open() {
    act(() => {
      this.readyState = FakeSocket.OPEN;
      this.onopen?.();
    });
  }

  /** The server says something. */
  say(...messages: LiveMessageUnion[]) {
    act(() => {
      for (const message of messages) this.onmessage?.({ data: JSON.stringify(message) });
    });
  }

  close() {
    this.readyState = 3;
    this.onclose?.();
  }
}

/** From here on, sockets are fake ones; gives the newest. */
export function fakeSockets(): () => FakeSocket {
  FakeSocket.all = [];
  vi.stubGlobal('WebSocket', FakeSocket);
  return () => {
    const newest = FakeSocket.all.at(-1);
    if (!newest) throw new Error('no socket was opened');
    return newest;
  };
}
