import 'fake-indexeddb/auto';
import { expect, it } from 'vitest';
import type { OpenDocument } from '@/document/openDocument';
import { opened } from '@/testing/opened';
import { all, enter, only, press, pressOn, seen } from '@/testing/page';
import { serve } from '@/testing/server';
import { show } from '@/testing/show';
import { TextSheet } from './TextSheet';

const TEXT = `case Book a kiln
steps
| open  | Kilns | Kilns |
| enter | name  | Wren  |
`;

let document_: OpenDocument;

async function text(line: number | null = null) {
  serve({});
  document_ = opened(TEXT);
  show(<TextSheet document={document_} line={line} />);
  await press('f', { ctrlKey: true });
}

const status = () => only('[role=search] [role=status]').textContent;
const selected = () => {
  const { from, to } = document_.state.selection.main;
  return [document_.state.doc.lineAt(from).number, document_.state.sliceDoc(from, to)];
};
const written = () => document_.state.doc.toString();

it('finds every place of a text from the cursor on, marks them, and goes from one to the next', async () => {
  await text(3);
  await enter(await seen('input', 'Find'), 'KILN');
  expect([status(), selected()]).toEqual(['2 of 3', [3, 'Kiln']]);
  expect(all('.cm-line [data-found]').map((each) => each.textContent)).toEqual(['kiln', 'Kiln', 'Kiln']);
  await press('Enter');
  await press('Enter');
  expect([status(), selected()]).toEqual(['1 of 3', [1, 'kiln']]);
  await press('Escape');
  expect(document.activeElement).toBe(only('.cm-content'));
  expect(all('[data-found]')).toEqual([]);
  await press('F3', { shiftKey: true });
  expect(selected()).toEqual([3, 'Kiln']);
});

it('replaces one place after the other, and all of them as one step of undo', async () => {
  await text();
  await enter(await seen('input', 'Find'), 'kiln');
  await enter(only('input', 'Replace with'), 'oven');
  await press('Enter');
  expect(written().split('\n')[0]).toBe('case Book a oven');
  expect(status()).toBe('1 of 2');
  await pressOn(only('button', 'Replace in 2 places'));
  expect(written()).toContain('| open  | ovens | ovens |');
  await press('z', { ctrlKey: true });
  expect(written()).toContain('| open  | Kilns | Kilns |');
  await press('z', { ctrlKey: true });
  expect(written()).toBe(TEXT);
});
