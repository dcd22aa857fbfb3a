import type { EditorState } from '@codemirror/state';
import { describe, expect, it } from 'vitest';
import { blockOf, edited, redone, rowOf, stateOf, undone } from '@/testing/documents';
import {
  addBlock,
  addColumn,
  addSection,
  copyBlock,
  freeName,
  moveBlock,
  newBlockText,
  removeBlock,
  removeColumn,
  removeSection,
  setName,
  setNote,
  setProperty,
  shiftBlock,
  shiftColumn,
  together,
} from './blockEdits';
import {
  addRows,
  cellEdits,
  insertRow,
  MARKS,
  moveRows,
  pasteCells,
  putRow,
  removeRows,
  setCells,
  shiftRows,
} from './edits';
import { structure } from './structure';

const CASE = `case one
steps
| open   | Bookings |           |
| press  | Send     | ? visible |
# why
| expect | Message  | Booked    |

case two
steps
| log | a |
`;

const state = () => stateOf(CASE);
const set = (of: EditorState, row: string, column: number, text: string) =>
  edited(of, setCells(of, [{ row: rowOf(of, row).placed.row.id, column, text }]));
const id = (of: EditorState, ...cells: string[]) => rowOf(of, ...cells).placed.row.id;
/** The lines of the first case. */
const lines = (of: EditorState) => of.doc.toString().split('\n\n')[0]?.split('\n').slice(2);

describe('cells', () => {
  it('get another text, and their table stays laid out', () => {
    expect(lines(set(state(), 'press', 1, 'Send request'))).toEqual([
      '| open   | Bookings     |           |',
      '| press  | Send request | ? visible |',
      '# why',
      '| expect | Message      | Booked    |',
    ]);
  });

  it('give their width back', () => {
    const wide = set(state(), 'press', 0, 'a very long keyword');
    expect(set(wide, 'a very long keyword', 0, 'press').doc.toString()).toBe(CASE);
  });

  it('never put an argument into a mark', () => {
    expect(lines(set(state(), 'press', 2, 'twice'))?.[1]).toBe('| press  | Send     | twice  | ? visible |');
    expect(lines(set(state(), 'press', 3, 'x'))?.[1]).toBe('| press  | Send     |        | x | ? visible |');
    expect(set(state(), 'press', 2, '').doc.toString()).toBe(CASE);
  });

  it('hold several marks', () => {
    const marked = set(state(), 'press', MARKS, '? visible | => sent');
    expect(lines(marked)?.[1]).toBe('| press  | Send     | ? visible | => sent |');
    expect(lines(set(marked, 'press', MARKS, ''))?.[1]).toBe('| press  | Send     |        |');
  });

  it('write pipes and line breaks so that they stay one cell', () => {
    expect(lines(set(state(), 'open', 1, 'a|b\nc\td'))?.[0]).toContain('| a\\|b\\nc d |');
  });

  it('are all set in one step that undo takes back', () => {
    const before = state();
    const rows = ['open', 'press', 'expect'].map((row) => ({ row: id(before, row), column: 1, text: 'x' }));
    const changed = edited(before, setCells(before, rows));
    expect(lines(changed)?.filter((line) => line.includes('| x '))).toHaveLength(3);
    expect(undone(changed).doc.toString()).toBe(CASE);
    expect(redone(undone(changed)).doc.toString()).toBe(changed.doc.toString());
  });

  it('change nothing where they hold it already', () => {
    const before = state();
    expect(setCells(before, [{ row: id(before, 'open'), column: 1, text: 'Bookings' }])).toBeNull();
  });

  it('leave other blocks and untidy lines as they are', () => {
    const untidy = 'case one\n  tags:  x\nsteps\n|a|b|\n\ncase two\nsteps\n|  c|\n';
    expect(set(stateOf(untidy), 'a', 1, 'bb').doc.toString()).toBe(
      'case one\n  tags:  x\nsteps\n| a | bb |\n\ncase two\nsteps\n|  c|\n',
    );
  });

  it('are pasted over the columns as the sheet shows them, with rows added below', () => {
    const before = state();
    const pasted = edited(
      before,
      pasteCells(
        before,
        { row: id(before, 'press'), column: 1 },
        [0, 1, 2, MARKS],
        [
          ['A', 'B', '? m'],
          ['C', '', ''],
          ['D', 'E', ''],
        ],
      ),
    );
    expect(lines(pasted)).toEqual(
      [
        '| open   | Bookings |     |',
        '| press  | A        | B   | ? m |',
        '# why',
        '| expect | C        |     |',
        '|        | D        | E   |',
      ].map((line) => expect.stringMatching(new RegExp(`^${line.replace(/[|?]/g, '\\$&').replace(/ +/g, ' +')}`))),
    );
  });

  it('take a table with more columns than there are', () => {
    const data = stateOf('case c\ndata\n| a |\n| 1 |\n');
    const pasted = edited(data, pasteCells(data, { row: id(data, '1'), column: 0 }, [0], [['x', 'y', 'z']]));
    expect(pasted.doc.toString()).toBe('case c\ndata\n| a |   |   |\n| x | y | z |\n');
  });
});

describe('rows', () => {
  it('come in above and below, and the new one is told', () => {
    const before = state();
    const below = insertRow(before, id(before, 'press'), true);
    const made = edited(before, below?.spec ?? null);
    expect(lines(made)?.[2]).toBe('|        |          |           |');
    expect(structure(made).lines[below?.line ?? 0]?.kind).toBe('row');
    const above = insertRow(before, id(before, 'open'), false, ['log', 'a longer text']);
    expect(lines(edited(before, above?.spec ?? null))?.slice(0, 2)).toEqual([
      '| log    | a longer text |           |',
      '| open   | Bookings      |           |',
    ]);
  });

  it('are added to a section, which is made where it is missing', () => {
    const empty = stateOf('suite S\n\ncase one');
    const added = addRows(empty, blockOf(empty, 'one').id, 'steps', [['log', 'x']]);
    expect(edited(empty, added?.spec ?? null).doc.toString()).toBe('suite S\n\ncase one\nsteps\n| log | x |');
    const before = state();
    const more = edited(before, addRows(before, blockOf(before, 'one').id, 'steps', [['log', 'x']])?.spec ?? null);
    expect(lines(more)?.at(-1)).toBe('| log    | x        |           |');
  });

  it('go out as whole lines', () => {
    const before = state();
    const left = edited(before, removeRows(before, [id(before, 'open'), id(before, 'press')]));
    expect(lines(left)).toEqual(['# why', '| expect | Message | Booked |']);
    expect(undone(left).doc.toString()).toBe(CASE);
    const last = stateOf('case c\nsteps\n| a |\n| b |');
    expect(edited(last, removeRows(last, [id(last, 'b')])).doc.toString()).toBe('case c\nsteps\n| a |');
  });

  it('are moved and stay the rows they were, also when that is undone', () => {
    const before = state();
    const moved = edited(before, moveRows(before, [id(before, 'expect')], id(before, 'press')));
    expect(lines(moved)?.map((line) => line.slice(2, 6))).toEqual(['open', 'expe', 'pres', 'why']);
    expect(id(moved, 'expect')).toBe(id(before, 'expect'));
    expect(id(moved, 'press')).toBe(id(before, 'press'));
    expect(undone(moved).doc.toString()).toBe(CASE);
    expect(id(undone(moved), 'expect')).toBe(id(before, 'expect'));
  });

  it('are moved by one place, one after the other, as fast as one likes', () => {
    let now = state();
    const open = id(now, 'open');
    now = edited(now, shiftRows(now, [open], 1));
    now = edited(now, shiftRows(now, [open], 1));
    expect(
      lines(now)
        ?.filter((line) => line.startsWith('|'))
        .map((line) => line.slice(2, 6)),
    ).toEqual(['pres', 'expe', 'open']);
    expect(shiftRows(now, [open], 1)).toBeNull();
    now = edited(now, shiftRows(now, [open], -1));
    now = edited(now, shiftRows(now, [open], -1));
    expect(shiftRows(now, [open], -1)).toBeNull();
    expect(id(now, 'open')).toBe(open);
  });
});

describe('heads', () => {
  it('get another name, in one line', () => {
    const before = state();
    expect(edited(before, setName(before, blockOf(before, 'one').id, ' first\n\u202ecase ')).doc.line(1).text).toBe(
      'case first case',
    );
    const nameless = stateOf('page\n');
    const named = edited(nameless, setName(nameless, structure(nameless).blocks[0]?.id ?? 0, 'P'));
    expect(named.doc.toString()).toBe('page P\n');
  });

  it('get notes, and lose them', () => {
    const before = state();
    const noted = edited(before, setNote(before, blockOf(before, 'one').id, 'What it is.\n\nMore.'));
    expect(noted.doc.toString()).toContain('case one\n> What it is.\n>\n> More.\nsteps');
    const again = edited(noted, setNote(noted, blockOf(noted, 'one').id, 'Short.'));
    expect(again.doc.toString()).toContain('case one\n> Short.\nsteps');
    expect(edited(again, setNote(again, blockOf(again, 'one').id, ' ')).doc.toString()).toBe(CASE);
  });

  it('get properties behind those they have, and lose them', () => {
    const before = state();
    const one = blockOf(before, 'one').id;
    const tagged = edited(before, setProperty(before, one, 'tags', 'smoke'));
    expect(tagged.doc.toString()).toContain('case one\ntags: smoke\nsteps');
    const more = edited(tagged, setProperty(tagged, one, 'run', 'no'));
    expect(more.doc.toString()).toContain('tags: smoke\nrun: no\nsteps');
    const other = edited(more, setProperty(more, one, 'Tags', 'a, b'));
    expect(other.doc.toString()).toContain('tags: a, b\nrun: no\nsteps');
    const gone = edited(other, setProperty(other, one, 'tags', ''));
    expect(gone.doc.toString()).toContain('case one\nrun: no\nsteps');
    expect(setProperty(gone, one, 'tags', '')).toBeNull();
  });
});

describe('blocks', () => {
  it('are added behind another one, with a name that is free', () => {
    const before = state();
    const name = freeName(before, 'case', 'one');
    expect(name).toBe('one 2');
    const added = addBlock(before, newBlockText('case', name), blockOf(before, 'one').id);
    const made = edited(before, added.spec);
    expect(made.doc.toString()).toContain('Booked    |\n\ncase one 2\nsteps\n|  |\n\ncase two');
    expect(structure(made).lines[added.line]?.kind).toBe('header');
    const first = stateOf('');
    expect(edited(first, addBlock(first, 'suite S', null).spec).doc.toString()).toBe('suite S\n');
  });

  it('are copied under another name', () => {
    const before = state();
    const copied = copyBlock(before, blockOf(before, 'two').id);
    expect(edited(before, copied?.spec ?? null).doc.toString()).toBe(`${CASE}\ncase two 2\nsteps\n| log | a |\n`);
  });

  it('are moved, and back', () => {
    const before = state();
    const moved = edited(before, shiftBlock(before, blockOf(before, 'two').id, -1));
    expect(structure(moved).blocks.map((block) => block.name)).toEqual(['two', 'one']);
    expect(moved.doc.toString()).toMatch(/^case two\nsteps\n\| log \| a \|\n\ncase one\n/);
    const back = edited(moved, shiftBlock(moved, blockOf(moved, 'two').id, 1));
    expect(back.doc.toString()).toBe(CASE);
    const three = stateOf('suite S\n\ncase a\nsteps\n| x |\n\n# why\ncase b\n\n\ncase c\nsteps\n| y |');
    const order = (of: EditorState) => structure(of).blocks.map((block) => block.name);
    const down = edited(three, moveBlock(three, blockOf(three, 'a').id, blockOf(three, 'c').id));
    expect(order(down)).toEqual(['S', 'b', 'c', 'a']);
    expect(blockOf(down, 'a').id).toBe(blockOf(three, 'a').id);
    expect(blockOf(down, 'b').id).toBe(blockOf(three, 'b').id);
    const up = edited(down, moveBlock(down, blockOf(down, 'a').id, blockOf(down, 'b').id));
    expect(up.doc.toString()).toBe(three.doc.toString());
    expect(blockOf(up, 'a').id).toBe(blockOf(three, 'a').id);
    const suite = stateOf('suite S\n\ncase c\n');
    expect(shiftBlock(suite, blockOf(suite, 'c').id, -1)).toBeNull();
  });

  it('are removed with the blank lines behind them', () => {
    const before = state();
    expect(edited(before, removeBlock(before, blockOf(before, 'one').id)).doc.toString()).toBe(
      'case two\nsteps\n| log | a |\n',
    );
    const last = edited(before, removeBlock(before, blockOf(before, 'two').id));
    expect(last.doc.toString()).toBe(CASE.slice(0, CASE.indexOf('\ncase two')));
  });
});

describe('sections and columns', () => {
  it('are added where they belong', () => {
    const before = state();
    const made = edited(before, addSection(before, blockOf(before, 'two').id, 'data')?.spec ?? null);
    expect(made.doc.toString()).toContain('case two\ndata\n| name |\n|      |\nsteps\n| log | a |');
    const implicit = stateOf('case c\n| log |\n');
    const both = edited(implicit, addSection(implicit, blockOf(implicit, 'c').id, 'data')?.spec ?? null);
    expect(structure(both).blocks[0]?.sections.map((section) => section.word)).toEqual(['data', 'steps']);
  });

  it('are removed', () => {
    const data = stateOf('case c\ndata\n| a |\n| 1 |\nsteps\n| log |\n');
    const block = blockOf(data, 'c');
    const left = edited(data, removeSection(data, block.id, block.sections[0] as never));
    expect(left.doc.toString()).toBe('case c\nsteps\n| log |\n');
  });

  it('change all rows alike', () => {
    const data = stateOf('case c\ndata\n| a  | b |\n| 10 | 2 |\n');
    const section = (of: EditorState) => blockOf(of, 'c').sections[0] as never;
    const added = edited(data, addColumn(data, blockOf(data, 'c').id, section(data), 1, 'new'));
    expect(added.doc.toString()).toBe('case c\ndata\n| a  | new | b |\n| 10 |     | 2 |\n');
    const moved = edited(added, shiftColumn(added, blockOf(added, 'c').id, section(added), 1, -1));
    expect(moved.doc.toString()).toBe('case c\ndata\n| new | a  | b |\n|     | 10 | 2 |\n');
    const removed = edited(moved, removeColumn(moved, blockOf(moved, 'c').id, section(moved), 0));
    expect(removed.doc.toString()).toBe('case c\ndata\n| a  | b |\n| 10 | 2 |\n');
  });
});

describe('a row that is put in', () => {
  const put = (of: EditorState, ...cells: string[]) => {
    const block = blockOf(of, 'one');
    return edited(of, putRow(of, block.id, 'steps', cells)).doc.toString();
  };

  it('takes the empty row at the end, else stands behind the last', () => {
    expect(put(stateOf('case one\nsteps\n|  |\n'), 'log', 'a')).toBe('case one\nsteps\n| log | a |\n');
    expect(put(stateOf('case one\nsteps\n| open |\n'), 'log')).toBe('case one\nsteps\n| open |\n| log  |\n');
    expect(put(stateOf('case one\nsteps\n|     |\n| log |\n'), 'add')).toBe(
      'case one\nsteps\n|     |\n| log |\n| add |\n',
    );
    expect(put(stateOf('case one\n'), 'log')).toBe('case one\nsteps\n| log |\n');
  });
});

it('tells of the cells of edits that are made together', () => {
  const of = state();
  const row = id(of, 'open');
  const cell = { row, column: 1, text: 'Kilns' };
  const spec = together(of, [(now) => setCells(now, [cell]), (now) => setName(now, blockOf(now, 'one').id, 'renamed')]);
  const told = of.update(spec ?? {}).effects.filter((effect) => effect.is(cellEdits));
  expect(told.map((effect) => effect.value)).toEqual([[{ row, cell: 1, before: 'Bookings', after: 'Kilns' }]]);
});
