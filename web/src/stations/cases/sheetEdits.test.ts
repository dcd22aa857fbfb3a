import { describe, expect, it } from 'vitest';
import { asTabSeparated, editOf, fromTabSeparated, withFix } from './sheetEdits';
import type { RowItem } from './sheetItems';

const cell = (source: string) => ({ source, start: 0, parts: [] });

/** `expect shown | Receipt | ? accepted | => kept` on a sheet with three argument columns. */
function step(...sources: string[]): RowItem {
  const marksFrom = sources.findIndex((source) => /^(\?|=>) /.test(source));
  return {
    kind: 'step',
    key: '0:0:0',
    at: { block: 0, section: 0, row: 0 },
    number: 1,
    argumentColumns: 3,
    first: true,
    captions: [],
    row: {
      line: 7,
      cells: sources.map(cell),
      step: {
        keyword: 'expect shown',
        composed: false,
        off: false,
        captions: [],
        missing: [],
        marksFrom: marksFrom < 0 ? sources.length : marksFrom,
      },
    },
  };
}

describe('an edit of a step', () => {
  it('sets a cell that is there', () => {
    expect(editOf(step('press', 'Send'), 1, 'Save')).toEqual({ edit: 'set cell', line: 7, cell: 1, text: 'Save' });
  });

  it('moves the marks when an argument is added before them', () => {
    expect(editOf(step('expect shown', 'Receipt', '? accepted', '=> kept'), 3, 'x')).toEqual({
      edit: 'set cells',
      line: 7,
      cell: 2,
      rows: [['', 'x', '? accepted', '=> kept']],
    });
  });

  it('divides marks at pipes and empties those that are left over', () => {
    expect(editOf(step('expect shown', 'Receipt', '? accepted', '=> kept'), 4, '? no')).toEqual({
      edit: 'set cells',
      line: 7,
      cell: 2,
      rows: [['? no', '']],
    });
  });
});

describe('text for spreadsheets', () => {
  it('goes out and comes back as the same cells', () => {
    const text = asTabSeparated([step('enter', 'Shelves', '7'), step('press', 'Send', '')], 0, 2);
    expect(fromTabSeparated(`${text}\r\n`)).toEqual([
      ['enter', 'Shelves', '7'],
      ['press', 'Send', ''],
    ]);
  });
});

describe('a fix', () => {
  it('is made at its place, several from behind', () => {
    const edits = [
      { line: 1, start: 0, end: 1, text: 'A' },
      { line: 1, start: 2, end: 3, text: 'CC' },
      { line: 2, start: 0, end: 0, text: '> ' },
    ];
    expect(withFix('abc\nnote', edits)).toBe('AbCC\n> note');
  });
});
