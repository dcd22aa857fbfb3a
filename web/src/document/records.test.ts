import { EditorState, type TransactionSpec } from '@codemirror/state';
import { parse, unparse } from 'papaparse';
import { expect, it } from 'vitest';
import { numbers } from '@/testing/numbers';
import { insertColumn, insertRecord, removeColumn, removeRecords, setValues, shiftRecords } from './recordEdits';
import { fieldsOf, placeOf, type Records, readRecords } from './records';

const PRICES = 'programme,shelves,note\nBisque,1,"small, cheap"\nGlaze,2,"two\nlines"\nRaku,3,';

const state = (doc: string) => EditorState.create({ doc });
const records = (text: string, path = 'a.csv') => readRecords(state(text).doc, path);
const rows = (of: Records) => of.starts.map((_, row) => fieldsOf(of, row).map((field) => field.text));

function after(text: string, make: (of: Records) => TransactionSpec | null): string {
  const before = state(text);
  const spec = make(readRecords(before.doc, 'a.csv'));
  return spec ? before.update(spec).state.doc.toString() : text;
}

it('reads records with quotes, line breaks between them, and no line break at the end', () => {
  expect(rows(records(PRICES))).toEqual([
    ['programme', 'shelves', 'note'],
    ['Bisque', '1', 'small, cheap'],
    ['Glaze', '2', 'two\nlines'],
    ['Raku', '3', ''],
  ]);
  expect(rows(records('a\tb\n1\t2\n', 'a.tsv'))).toEqual([
    ['a', 'b'],
    ['1', '2'],
  ]);
  expect(rows(records('a;"b;,,c"\n1;"say ""no"""\n'))).toEqual([
    ['a', 'b;,,c'],
    ['1', 'say "no"'],
  ]);
  expect(rows(records(''))).toEqual([]);
});

it('reads what another reader reads, and writes what it reads back', () => {
  const pick = numbers(7);
  const values = ['', 'a', ' b ', 'x,y', 'say "no"', 'two\nlines', '"', 'ü', '12.50'];
  for (let turn = 0; turn < 200; turn++) {
    const columns = 2 + pick(3);
    const table = Array.from({ length: 1 + pick(5) }, () =>
      Array.from({ length: columns }, () => values[pick(values.length)] as string),
    );
    const text = unparse(table, { newline: '\n', delimiter: ',' });
    expect(rows(records(text))).toEqual(table);
    const row = pick(table.length + 2);
    const column = pick(columns);
    const value = values[pick(values.length)] as string;
    const changed = after(text, (of) =>
      setValues(of, { row: Math.min(row, of.starts.length), column, values: [[value]] }),
    );
    const expected = table.map((line) => [...line]);
    const place = Math.min(row, table.length);
    if (place === table.length) expected.push(new Array(columns).fill(''));
    (expected[place] as string[])[column] = value;
    expect(parse(changed.replace(/\n$/, ''), { delimiter: ',' }).data).toEqual(expected);
  }
});

it('replaces one field and leaves every other as it was written', () => {
  const text = 'a,b\n"1",2\n';
  expect(after(text, (of) => setValues(of, { row: 1, column: 1, values: [['3']] }))).toBe('a,b\n"1",3\n');
  expect(after(text, (of) => setValues(of, { row: 1, column: 0, values: [['1']] }))).toBe(text);
  expect(after(text, (of) => setValues(of, { row: 1, column: 1, values: [['x,y']] }))).toBe('a,b\n"1","x,y"\n');
  expect(after('a,b,c\n1\n', (of) => setValues(of, { row: 1, column: 2, values: [['z']] }))).toBe('a,b,c\n1,,z\n');
});

it('pastes beyond the last record and the last column', () => {
  const pasted = (of: Records) =>
    setValues(of, {
      row: 1,
      column: 1,
      values: [
        ['x', 'y'],
        ['v', 'w'],
      ],
    });
  expect(after('a,b\n1,2', pasted)).toBe('a,b\n1,x,y\n,v,w\n');
});

it('puts records and columns in and takes them out', () => {
  expect(after(PRICES, (of) => insertRecord(of, 1))).toContain('note\n,,\nBisque');
  expect(after('a,b\n1,2', (of) => insertRecord(of, 2))).toBe('a,b\n1,2\n,\n');
  expect(after(PRICES, (of) => removeRecords(of, 2, 3))).toBe('programme,shelves,note\nBisque,1,"small, cheap"');
  expect(after('a\n1\n2', (of) => removeRecords(of, 2, 2))).toBe('a\n1');
  expect(after('a,b\n1,2\n', (of) => insertColumn(of, 1, 'c'))).toBe('a,c,b\n1,,2\n');
  expect(after('a,b\n1,2\n', (of) => insertColumn(of, 2, 'c, d'))).toBe('a,b,"c, d"\n1,2,\n');
  expect(after('a,b\n1,2\n', (of) => removeColumn(of, 0))).toBe('b\n2\n');
  expect(after('a,b\n1,2\n', (of) => removeColumn(of, 1))).toBe('a\n1\n');
  expect(after('', (of) => insertColumn(of, 0, 'a'))).toBe('a\n');
});

it('moves records, but not the names of columns', () => {
  expect(after('a\n1\n2\n3', (of) => shiftRecords(of, 2, 3, -1))).toBe('a\n2\n3\n1');
  expect(after('a\n1\n2\n3\n', (of) => shiftRecords(of, 1, 1, 1))).toBe('a\n2\n1\n3\n');
  expect(after('a\n1\n2\n3', (of) => shiftRecords(of, 2, 2, 1))).toBe('a\n1\n3\n2');
  expect(after('a\n1\n', (of) => shiftRecords(of, 1, 1, -1))).toBe('a\n1\n');
});

it('finds the field of a place', () => {
  const of = records(PRICES);
  expect(placeOf(of, PRICES.indexOf('lines'))).toEqual({ row: 2, column: 2 });
  expect(placeOf(of, 0)).toEqual({ row: 0, column: 0 });
});

it('is what it was once an edit is taken back by its opposite', () => {
  const pick = numbers(31);
  for (let turn = 0; turn < 200; turn++) {
    const columns = 2 + pick(3);
    const table = Array.from({ length: 3 + pick(4) }, (_, row) =>
      Array.from({ length: columns }, (_, column) => (pick(3) === 0 ? `"${row},${column}"` : `${row}/${column}`)),
    );
    const text = `${table.map((line) => line.join(',')).join('\n')}${pick(2) === 0 ? '\n' : ''}`;
    const row = 1 + pick(table.length - 2);
    const column = pick(columns + 1);
    const same = (there: (of: Records) => TransactionSpec | null, back: (of: Records) => TransactionSpec | null) =>
      expect(after(after(text, there), back)).toBe(text);
    same(
      (of) => insertRecord(of, row),
      (of) => removeRecords(of, row, row),
    );
    same(
      (of) => insertColumn(of, column, 'new'),
      (of) => removeColumn(of, column),
    );
    same(
      (of) => shiftRecords(of, row, row, 1),
      (of) => shiftRecords(of, row + 1, row + 1, -1),
    );
  }
});
