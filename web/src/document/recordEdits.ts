import { isolateHistory } from '@codemirror/commands';
import type { ChangeSpec, TransactionSpec } from '@codemirror/state';
import { columnCount, endOf, fieldsOf, type Records } from './records';

/** Edits of a file of rows, each a change of the fields that become others and of nothing else. */

/** A value as it is written: in quotes only where it needs them. */
const quoted = (value: string, separator: string) =>
  value.includes(separator) || /["\n\r]/.test(value) ? `"${value.replaceAll('"', '""')}"` : value;

const written = (values: readonly string[], separator: string) => {
  const line = values.map((value) => quoted(value, separator)).join(separator);
  // An empty line is no record.
  return line === '' ? '""' : line;
};

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

/** Gives single fields of records that are there other values. */
export function setFields(
  records: Records,
  fields: readonly { row: number; column: number; text: string }[],
): TransactionSpec | null {
  const changes = fields.flatMap(({ row, column, text }) => changedFields(records, row, column, [text]));
  return edit(changes, records.starts[fields[0]?.row ?? 0] ?? 0);
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
