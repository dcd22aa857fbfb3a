import type { Text } from '@codemirror/state';
import { diffArrays } from 'diff';
import { canonical } from './cells';
import { type Line, readLine } from './lines';

/** A stretch of a text that becomes another one. */
export interface Change {
  from: number;
  to: number;
  insert: string;
}

/** What a line says; of a row its cells, however they are laid out. */
export const said = (line: Line) =>
  line.kind === 'row' ? line.cells.map((cell) => canonical(cell.source)).join('\n') : line.text;

/** The same for a line of a text; a row is no other line. */
export const sense = (text: string) => {
  const line = readLine(text);
  return line.kind === 'row' ? `|${said(line)}` : line.text;
};

/**
 * What makes the lines between two places into others. A line that stays is only changed where it differs, so that it
 * stays the line that it is.
 */
export function lineChanges(doc: Text, from: number, to: number, wanted: readonly string[], atEnd: boolean): Change[] {
  const changes: Change[] = [];
  let text = doc.sliceString(from, to);
  const rest = text.slice(text.lastIndexOf('\n') + 1);
  if (rest !== '' && !atEnd) {
    // What is left of a line that is gone stands before the line that follows.
    changes.push({ from: to - rest.length, to, insert: '' });
    text = text.slice(0, text.length - rest.length);
  }
  // A text's last line, which may be empty, has no break.
  const now = atEnd ? text.split('\n') : text.split('\n').slice(0, -1);
  const lines = new LineCursor(doc, from, now, atEnd, changes);
  let next = 0;
  let removed = 0;
  for (const part of diffArrays(now.map(sense), wanted.map(sense))) {
    if (part.removed) {
      removed = part.count;
      continue;
    }
    // What came in at the place of what went out are the same lines, edited.
    if (!part.added) lines.change(removed, []);
    lines.change(part.added ? removed : part.count, wanted.slice(next, next + part.count));
    next += part.count;
    removed = 0;
  }
  lines.change(removed, []);
  return changes;
}

/** Goes through lines and collects what makes them into others. */
class LineCursor {
  private at: number;
  private place = 0;

  constructor(
    private readonly doc: Text,
    from: number,
    private readonly lines: readonly string[],
    private readonly open: boolean,
    private readonly changes: Change[],
  ) {
    this.at = from;
  }

  /** The next lines become other ones, of which there may be more or fewer. */
  change(count: number, fresh: readonly string[]) {
    const pairs = Math.min(count, fresh.length);
    for (let i = 0; i < pairs; i++) {
      const [old, line] = [this.lines[this.place + i] as string, fresh[i] as string];
      if (old !== line) this.changes.push(differenceOf(old, line, this.at));
      this.at += old.length + 1;
    }
    if (count > pairs) this.remove(this.place + pairs, this.place + count);
    if (fresh.length > pairs) this.insert(fresh.slice(pairs));
    this.place += count;
  }

  private remove(from: number, to: number) {
    const length = this.lines.slice(from, to).reduce((sum, line) => sum + line.length + 1, 0);
    const last = this.open && to === this.lines.length;
    // The break before an unfinished last line goes with it.
    const start = last ? Math.max(0, this.at - 1) : this.at;
    this.changes.push({ from: start, to: last ? this.at + length - 1 : this.at + length, insert: '' });
    this.at += length;
  }

  private insert(fresh: readonly string[]) {
    const text = fresh.join('\n');
    const behindAll = this.open && this.at > this.doc.length;
    const at = Math.min(this.at, this.doc.length);
    this.changes.push({ from: at, to: at, insert: behindAll ? `\n${text}` : `${text}\n` });
  }
}

/** The stretch in which two lines differ. */
function differenceOf(a: string, b: string, at: number): Change {
  let start = 0;
  while (start < a.length && start < b.length && a[start] === b[start]) start++;
  let end = 0;
  while (end < a.length - start && end < b.length - start && a[a.length - 1 - end] === b[b.length - 1 - end]) end++;
  return { from: at + start, to: at + a.length - end, insert: b.slice(start, b.length - end) };
}
