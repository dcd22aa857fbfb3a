import { vi } from 'vitest';

/** An EventSource whose events a test sends. */
export class FakeStream extends EventTarget {
  static all: FakeStream[] = [];
  closed = false;

  constructor(readonly address: string) {
    super();
    FakeStream.all.push(this);
  }

  send(name: string, data: unknown = '') {
    const text = typeof data === 'string' ? data : JSON.stringify(data);
    this.dispatchEvent(new MessageEvent(name, { data: text }));
  }

  close() {
    this.closed = true;
  }
}

/** From here on, streams are fake ones; gives the newest. */
export function fakeStreams(): () => FakeStream {
  FakeStream.all = [];
  vi.stubGlobal('EventSource', FakeStream);
  return () => {
    const newest = FakeStream.all.at(-1);
    if (!newest) throw new Error('no stream was opened');
    return newest;
  };
}
