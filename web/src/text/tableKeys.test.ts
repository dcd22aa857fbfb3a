import 'fake-indexeddb/auto';
import { keymap, runScopeHandlers } from '@codemirror/view';
import { afterEach, expect, it } from 'vitest';
import type { RefactoringAsk } from '@/refactoring/refactorings';
import { closeDocuments, opened } from '@/testing/opened';
import { tableKeys } from './tableKeys';

afterEach(closeDocuments);

const TEXT = [
  'case Ask for a firing',
  'tags: smoke',
  'steps',
  '| go to | /bookings',
  '| enter | note | early | ! continue',
  '| press | send',
  '',
  'case Sign out',
  'steps',
  '| press | sign out',
  '',
].join('\n');

/** The text with what is between the signs selected; a key pressed there, and what it asked for. */
function pressIn(text: string, ...keys: string[]): { text: string; asked: RefactoringAsk[] } {
  const [from, to] = [text.indexOf('‸'), text.lastIndexOf('‸')];
  const document_ = opened(text.replaceAll('‸', ''), 'cases/a.elmt');
  const asked: RefactoringAsk[] = [];
  const { view } = document_.mountText(document.body.appendChild(document.createElement('div')), [
    keymap.of([...tableKeys(document_, (what) => asked.push(what))]),
  ]);
  view.dispatch({ selection: { anchor: from, head: from === to ? to : to - 1 } });
  for (const key of keys) {
    const event = new KeyboardEvent('keydown', { key, ctrlKey: key === 'e', bubbles: true, cancelable: true });
    expect(runScopeHandlers(view, event, 'editor')).toBe(true);
  }
  return { text: document_.state.doc.toString(), asked };
}

const around = (from: string, to = from) => TEXT.replace(from, `‸${from}`).replace(to, from === to ? to : `${to}‸`);

it('F8 switches the selected steps off and on again, whatever else is marked', () => {
  const chosen = around('go to', 'early');
  const off = pressIn(chosen, 'F8').text;
  expect(off).toContain('! off');
  expect(off).toMatch(/enter .*! continue, off/);
  expect(off.match(/\boff\b/g)).toHaveLength(2);
  const again = pressIn(chosen, 'F8', 'F8').text;
  expect(again).not.toContain('off\n');
  expect(again).toContain('! continue');
});

it('F8 on the head of a case switches that off', () => {
  expect(pressIn(around('case Sign out'), 'F8').text).toMatch(/case Sign out\nrun: no\n/);
});

it('F8 leaves alone what is no step', () => {
  expect(pressIn(around('tags: smoke'), 'F8').text).toBe(TEXT);
});

it('Ctrl E asks to extract the selected steps', () => {
  expect(pressIn(around('enter', 'send'), 'e').asked).toEqual([
    { what: 'extract keyword', path: 'cases/a.elmt', line: 5, count: 2, name: 'press send' },
  ]);
});

it('a selection up to the beginning of a line does not mean that line', () => {
  const marked = TEXT.replace('| enter', '‸| enter').replace('| press | send', '‸| press | send');
  expect(pressIn(marked, 'e').asked).toMatchObject([{ line: 5, count: 1 }]);
});

it('Ctrl E takes the steps of the first section only', () => {
  expect(pressIn(around('press | send', 'press | sign out'), 'e').asked).toMatchObject([
    { line: 6, count: 1, name: 'press send' },
  ]);
});

it('F6 on the row of an element asks to rename that', () => {
  const page = 'page Bookings\nelements\n| element | by | locator |\n| ‸Message | id | message |\n';
  expect(pressIn(page, 'F6').asked).toMatchObject([{ what: 'rename', line: 4, name: 'Message' }]);
  expect(pressIn(page.replace('‸', '').replace('| el', '| ‸el'), 'F6').asked).toEqual([]);
});

it('Ctrl E asks for nothing where no step is', () => {
  expect(pressIn(around('case Sign out'), 'e').asked).toEqual([]);
});

it('F6 on a head asks to rename it', () => {
  expect(pressIn(around('Sign out'), 'F6').asked).toEqual([
    { what: 'rename', path: 'cases/a.elmt', line: 8, name: 'Sign out' },
  ]);
});
