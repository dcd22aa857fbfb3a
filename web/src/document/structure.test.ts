import { ChangeSet, EditorState, Text } from '@codemirror/state';
import { expect, it } from 'vitest';
import { corpus } from '@/testing/corpus';
import { layOut } from './layout';
import type { Row } from './lines';
import { readText } from './readStructure';
import { type Structure, structure, structureOf } from './structure';
import { nameKey } from './words';

interface Example {
  text: string;
  blocks: unknown[];
}

const textOf = (text: string) => Text.of(text.split('\n'));

/** A structure in the form that the server's tests write. */
const shown = (read: Structure) =>
  read.blocks.map((block, place) => ({
    start: read.starts[place],
    header: block.header,
    lines: block.lines.length,
    kind: block.kind.word,
    name: block.name,
    note: block.note,
    properties: block.properties.map(({ property, index }) => [index, nameKey(property.word), property.value]),
    sections: block.sections.map((section) => [
      section.word,
      section.at ?? -1,
      section.rows.map(({ row, index }) => [index, row.closed, row.cells.map((cell) => [cell.source, cell.start])]),
    ]),
  }));

it('reads what the server reads', () => {
  const examples = corpus<Example>('structures.json');
  expect(examples.length).toBeGreaterThan(200);
  for (const { text, blocks } of examples) expect(shown(readText(textOf(text))), text).toEqual(blocks);
});

it('prints tables as the server prints them', () => {
  for (const { text, printed } of corpus<{ text: string; printed: string }>('tables.json')) {
    const doc = textOf(text);
    const block = readText(doc).blocks[0];
    const rows = block?.sections[0]?.rows.map(({ index }) => index) ?? [];
    const { changes: laid } = layOut(doc, { lines: block?.lines ?? [], start: 0, rows, cells: new Map() });
    const changes = ChangeSet.of(laid, doc.length);
    expect(changes.apply(doc).toString(), text).toBe(printed);
  }
});

/** A generator of numbers that is the same in every run. */
function random(seed: number) {
  let state = seed;
  return (below: number) => {
    state = (Math.imul(state, 1103515245) + 12345) & 0x7fffffff;
    return (state >> 8) % below;
  };
}

const PIECES = ['case x\n', 'steps\n', '| a | b |\n', '|', '\n', '# c\n', 'tags: a\n', ' ', '> n\n', 'suite S\n', 'x'];

it('reads changes as it would read the whole text, and keeps what did not change', () => {
  const next = random(5);
  let state = EditorState.create({ doc: 'suite S\n\ncase a\nsteps\n| x |\n', extensions: structureOf(true) });
  const change = (least: number) => {
    const from = least + next(state.doc.length + 1 - least);
    const to = Math.min(state.doc.length, from + (next(3) === 0 ? next(30) : 0));
    return { from, to, insert: next(4) === 0 ? '' : (PIECES[next(PIECES.length)] as string) };
  };
  for (let i = 0; i < 3000; i++) {
    const before = structure(state);
    const first = change(0);
    // Sometimes in two places at once.
    state = state.update({ changes: next(3) === 0 ? [first, change(first.to)] : first }).state;
    for (const block of structure(state).blocks) {
      const old = before.blocks.find(({ id }) => id === block.id);
      const sameLines =
        old?.lines.length === block.lines.length && old.lines.every((line, at) => line === block.lines[at]);
      if (sameLines) expect(block).toBe(old);
    }
    if (state.doc.length > 800) state = state.update({ changes: { from: 100, to: 700 } }).state;
    expect(shown(structure(state))).toEqual(shown(readText(state.doc)));
    const ids = structure(state).lines.map((line) => line.id);
    expect(new Set(ids).size).toBe(ids.length);
  }
});

it('keeps the identity of rows and blocks that are edited or moved', () => {
  const state = EditorState.create({
    doc: 'suite S\n\ncase a\nsteps\n| x |\n| y |\n\ncase b\nsteps\n| z |\n',
    extensions: structureOf(true),
  });
  const before = structure(state);
  const at = state.doc.toString().indexOf('y');
  const after = structure(state.update({ changes: { from: at, to: at + 1, insert: 'why' } }).state);
  expect(after.lines.map((line) => line.id)).toEqual(before.lines.map((line) => line.id));
  expect(after.blocks[0]).toBe(before.blocks[0]);
  expect(after.blocks[1]).not.toBe(before.blocks[1]);
  expect(after.blocks[2]).toBe(before.blocks[2]);
  const above = structure(state.update({ changes: { from: 0, insert: '# one\n# two\n' } }).state);
  expect(above.starts).toEqual([0, 4, 9]);
  expect(above.blocks[1]).toBe(before.blocks[1]);
  const inserted = structure(state.update({ changes: { from: at - 2, insert: '| new |\n' } }).state);
  const rows = (of: Structure) => of.blocks[1]?.sections[0]?.rows.map(({ row }) => row as Row);
  expect(rows(inserted)?.[0]).toBe(rows(before)?.[0]);
  expect(rows(inserted)?.[2]?.id).toBe(rows(before)?.[1]?.id);
});
