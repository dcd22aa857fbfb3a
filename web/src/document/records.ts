import { isolateHistory } from '@codemirror/commands';
import type { ChangeSpec, Text, TransactionSpec } from '@codemirror/state';

/** A field of a record, as in RFC 4180; offsets count from the text's start, quotes belong to it. */
export interface Field {
  from: number;
  to: number;
  /** What it says, without quotes. */
  text: string;
}

/** A file of separated values, read as far as it is looked at: where its records begin, and fields on demand. */
export interface Records {
  text: string;
  separator: string;
  /** Where each record begins. */
  starts: readonly number[];
  fields: Map<number, readonly Field[]>;
}

const SEPARATORS = [',', ';', '\t', '|'];
const known = new WeakMap<Text, Records>();

/** Reads a document of rows; the same text is read once. */
export function readRecords(doc: Text, path: string): Records {
  const before = known.get(doc);
  if (before) return before;
  const text = doc.toString();
  const read = { text, separator: separatorOf(text, path), starts: startsOf(text), fields: new Map() };
  known.set(doc, read);
  return read;
}

/** The separator that stands most often in the first record, outside quotes. */
function separatorOf(text: string, path: string): string {
  if (path.endsWith('.tsv')) return '\t';
  const end = startsOf(text, 2)[1] ?? text.length;
  const plain = text.slice(0, end).replace(/"[^"]*"/g, '');
  const count = (separator: string) => plain.split(separator).length;
  return SEPARATORS.reduce((best, each) => (count(each) > count(best) ? each : best));
}

/** Where records begin, `most` of them at most; a line break between quotes begins none. */
function startsOf(text: string, most = Number.POSITIVE_INFINITY): number[] {
  const starts: number[] = [];
  let quotes = 0;
  let start = 0;
  for (let from = 0; from < text.length && starts.length < most; ) {
    const feed = text.indexOf('\n', from);
    const end = feed < 0 ? text.length : feed;
    for (let at = text.indexOf('"', from); at >= 0 && at < end; at = text.indexOf('"', at + 1)) quotes++;
    from = end + 1;
    if (quotes % 2 === 1 && from < text.length) continue;
    starts.push(start);
    quotes = 0;
    start = from;
  }
  return starts;
}

/** Where a record ends, its line break not counted. */
export function endOf({ text, starts }: Records, row: number): number {
  const next = starts[row + 1] ?? text.length;
  return text[next - 1] === '\n' && next > (starts[row] ?? 0) ? next - 1 : next;
}

/** The fields of a record; none where there is no such record. */
export function fieldsOf(records: Records, row: number): readonly Field[] {
  const before = records.fields.get(row);
  if (before) return before;
  const from = records.starts[row];
  if (from === undefined) return [];
  const { text, separator } = records;
  const end = endOf(records, row);
  const fields: Field[] = [];
  for (let at = from; at <= end; ) {
    const to = fieldEnd(text, at, end, separator);
    fields.push({ from: at, to, text: unquoted(text.slice(at, to)) });
    at = to + 1;
  }
  records.fields.set(row, fields);
  return fields;
}

function fieldEnd(text: string, from: number, end: number, separator: string): number {
  let at = from;
  if (text[at] === '"') {
    at = text.indexOf('"', at + 1);
    while (at >= 0 && at < end && text[at + 1] === '"') at = text.indexOf('"', at + 2);
    if (at < 0 || at >= end) return end;
  }
  const next = text.indexOf(separator, at);
  return next < 0 || next > end ? end : next;
}

const unquoted = (source: string) =>
  source.startsWith('"') ? source.replace(/^"|"$/g, '').replaceAll('""', '"') : source;

/** A value as it is written: in quotes only where it needs them. */
export const quoted = (value: string, separator: string) =>
  value.includes(separator) || /["\n\r]/.test(value) ? `"${value.replaceAll('"', '""')}"` : value;

const written = (values: readonly string[], separator: string) => {
  const line = values.map((value) => quoted(value, separator)).join(separator);
  // An empty line is no record.
  return line === '' ? '""' : line;
};

/** How many columns the first record has. */
export const columnCount = (records: Records) => fieldsOf(records, 0).length;

/** One edit: a step of undo of its own, with the cursor at its first change. */
const edit = (changes: ChangeSpec[], at: number): TransactionSpec | null =>
  changes.length === 0
    ? null
    : {
        changes,
        selection: { anchor: at },
        annotations: isolateHistory.of('full'),
        userEvent: 'records.edit',
      };

/** Where a block of values goes, and what they are. */
export interface Values {
  row: number;
  column: number;
  values: readonly (readonly string[])[];
}

/**
 * Puts values into fields; each that is another is replaced alone. Records that are too short get the fields that they
 * lack, and what goes beyond the last record becomes new ones.
 */
export function setValues(records: Records, { row, column, values }: Values): TransactionSpec | null {
  const { starts, separator, text } = records;
  const changes: ChangeSpec[] = [];
  values.forEach((line, i) => {
    if (row + i < starts.length) changes.push(...changedFields(records, row + i, column, line));
  });
  const more = values.slice(Math.max(0, starts.length - row));
  if (more.length > 0) {
    const width = Math.max(columnCount(records), ...more.map((line) => column + line.length));
    const lines = more.map((line) => written(padded(line, column, width), separator));
    const open = text.length > 0 && !text.endsWith('\n') ? '\n' : '';
    changes.push({ from: text.length, insert: `${open}${lines.join('\n')}\n` });
  }
  return edit(changes, starts[row] ?? text.length);
}

const padded = (values: readonly string[], before: number, width: number) =>
  Array.from({ length: width }, (_, column) => values[column - before] ?? '');

function changedFields(records: Records, row: number, column: number, values: readonly string[]): ChangeSpec[] {
  const fields = fieldsOf(records, row);
  const { separator } = records;
  const changes: ChangeSpec[] = [];
  values.forEach((value, i) => {
    const field = fields[column + i];
    // What is right already stays as somebody wrote it.
    if (field && field.text !== value) {
      const only = fields.length === 1 && value === '';
      changes.push({ from: field.from, to: field.to, insert: only ? '""' : quoted(value, separator) });
    }
  });
  const lacking = column + values.length - fields.length;
  if (lacking > 0 && values.slice(-lacking).some((value) => value !== '')) {
    const beyond = padded(values, column, column + values.length).slice(fields.length);
    const insert = beyond.map((value) => separator + quoted(value, separator)).join('');
    changes.push({ from: endOf(records, row), insert });
  }
  return changes;
}

/** Puts an empty record before one, or behind the last. */
export function insertRecord(records: Records, row: number): TransactionSpec | null {
  const { starts, separator, text } = records;
  const line = written(new Array(Math.max(1, columnCount(records))).fill(''), separator);
  const from = starts[row];
  if (from !== undefined) return edit([{ from, insert: `${line}\n` }], from);
  const open = text.length > 0 && !text.endsWith('\n') ? '\n' : '';
  return edit([{ from: text.length, insert: `${open}${line}\n` }], text.length);
}

/** Takes records out, as whole lines; `to` is the last one. */
export function removeRecords(records: Records, from: number, to: number): TransactionSpec | null {
  const { starts, text } = records;
  const start = starts[from];
  if (start === undefined) return null;
  const end = starts[to + 1] ?? text.length;
  // Behind the last record there may be no line break, which then goes before it.
  const begin = end === text.length && !text.endsWith('\n') && start > 0 ? start - 1 : start;
  return edit([{ from: begin, to: end }], begin);
}

/** Moves records up or down by one; the neighbour changes sides. */
export function shiftRecords(records: Records, from: number, to: number, by: -1 | 1): TransactionSpec | null {
  const { starts, text } = records;
  const neighbour = by < 0 ? from - 1 : to + 1;
  // The first record holds the names of columns and stays.
  if (neighbour < 1 || neighbour >= starts.length || from < 1) return null;
  const start = starts[neighbour] as number;
  const end = endOf(records, neighbour);
  const line = text.slice(start, end);
  const removed = removeRecords(records, neighbour, neighbour)?.changes as ChangeSpec[];
  const insert =
    by < 0
      ? to === starts.length - 1 && !text.endsWith('\n')
        ? { from: text.length, insert: `\n${line}` }
        : { from: starts[to + 1] ?? text.length, insert: `${line}\n` }
      : { from: starts[from] as number, insert: `${line}\n` };
  return edit([...removed, insert], start);
}

/** Puts a column before one, or behind the last, with its name in the first record. */
export function insertColumn(records: Records, column: number, name: string): TransactionSpec | null {
  const { starts, separator } = records;
  const changes = starts.map((_, row): ChangeSpec => {
    const value = row === 0 ? quoted(name, separator) : '';
    const field = fieldsOf(records, row)[column];
    return field
      ? { from: field.from, insert: `${value}${separator}` }
      : { from: endOf(records, row), insert: `${separator}${value}` };
  });
  if (starts.length === 0) return edit([{ from: 0, insert: `${quoted(name, separator)}\n` }], 0);
  return edit(changes, 0);
}

/** Takes a column out of every record that has it. */
export function removeColumn(records: Records, column: number): TransactionSpec | null {
  const changes = records.starts.flatMap((_, row): ChangeSpec[] => {
    const fields = fieldsOf(records, row);
    const field = fields[column];
    if (!field) return [];
    if (fields.length === 1) return [{ from: field.from, to: field.to, insert: '""' }];
    const next = fields[column + 1];
    const before = fields[column - 1];
    return [next ? { from: field.from, to: next.from } : { from: before?.to ?? field.from, to: field.to }];
  });
  return edit(changes, 0);
}

/** Where a place of the text is: the record, and the field of it. */
export function placeOf(records: Records, at: number): { row: number; column: number } {
  let low = 0;
  let high = records.starts.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((records.starts[middle] as number) <= at) low = middle;
    else high = middle - 1;
  }
  const column = fieldsOf(records, low).findIndex((field) => at <= field.to);
  return { row: low, column: Math.max(0, column) };
}
