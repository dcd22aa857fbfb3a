import type { Text } from '@codemirror/state';

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

/** How many columns the first record has. */
export const columnCount = (records: Records) => fieldsOf(records, 0).length;

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
