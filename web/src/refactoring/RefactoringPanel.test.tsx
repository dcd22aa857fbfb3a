import { afterEach, expect, it, vi } from 'vitest';
import type { RefactoringPreview } from '@/api/types';
import { all, enter, only, press, pressOn, seen, text } from '@/testing/page';
import { problem, serve } from '@/testing/server';
import { clear, show } from '@/testing/show';
import { until } from '@/testing/until';
import { RefactoringPanel } from './RefactoringPanel';
import type { RefactoringAsk } from './refactorings';

const PATH = 'suites/kilns.elmt';
const HANDLE = `GET /api/documents?path=${encodeURIComponent(PATH)}`;
const PREVIEW = 'POST /api/refactorings';
const MAKE = 'POST /api/changes';
const ASK: RefactoringAsk = { what: 'extract keyword', path: PATH, line: 7, count: 2, name: 'send the request' };

const place = (line: number, title: string) => ({ path: PATH, line, title });
const CHANGE = { from: 0, to: 0, insert: '' };
const FOUND = {
  warnings: [],
  documents: [{ path: PATH, version: 4, before: 'case a\n', after: 'case b\n', change: CHANGE }],
  places: [place(7, 'A full day is refused'), place(19, 'The receipt'), place(31, 'The offer')],
  takes: [{ name: 'shelves', kind: 'number', arguments: ['3', '4', '3'] }],
  gives: ['reference'],
} as unknown as RefactoringPreview;

afterEach(clear);

function panel(answers: Record<string, unknown>, ask = ASK) {
  const requests = serve({ [HANDLE]: [{ id: 1, path: PATH, version: 4 }], ...answers });
  const close = vi.fn();
  show(<RefactoringPanel ask={ask} close={close} />);
  const asked = (what: string) => requests.filter(({ method, path }) => `${method} ${path}` === what);
  return { asked, close };
}

it('shows the places, what becomes a parameter, and before and after', async () => {
  const { asked } = panel({ [PREVIEW]: FOUND });
  await seen('section[aria-label="Places"]');
  expect(all('section[aria-label="Places"] li').map((each) => each.textContent)).toEqual([
    `A full day is refused${PATH}, line 7`,
    `The receipt${PATH}, line 19`,
    `The offer${PATH}, line 31`,
  ]);
  const takes = only('table[aria-label="What becomes a parameter"]');
  expect([...takes.querySelectorAll('tbody tr')].map((row) => row.textContent)).toEqual([
    'shelvesnumber3, 4',
    'referencegiven backused by later steps',
  ]);
  expect(only(`section[aria-label="${PATH}"]`).textContent).toContain('case b');
  expect(asked(PREVIEW)[0]?.body).toMatchObject({ ...ASK, version: 4, except: [] });
  only('button', /^Extract and replace in 3 places/);
});

it('leaves a place as it is on wish, but never the chosen one', async () => {
  const { asked, close } = panel({ [PREVIEW]: FOUND, [MAKE]: { id: 9 } });
  await seen('section[aria-label="Places"]');
  const boxes = all('section[aria-label="Places"] input') as HTMLInputElement[];
  expect(boxes.map((box) => box.disabled)).toEqual([true, false, false]);
  await pressOn(boxes[1] as HTMLElement);
  await pressOn(await seen('button', /^Extract and replace in 2 places/));
  await until(() => expect(close).toHaveBeenCalled());
  expect(asked(PREVIEW).at(-1)?.body).toMatchObject({ except: [place(19, 'The receipt')] });
  expect(asked(MAKE)[0]?.body).toMatchObject({ documents: [{ path: PATH, version: 4, change: CHANGE }] });
});

it('asks anew for another name, and makes nothing without one', async () => {
  const { asked, close } = panel({ [PREVIEW]: FOUND, [MAKE]: { id: 9 } });
  await seen('section[aria-label="Places"]');
  const field = only('input', 'Name of the keyword') as HTMLInputElement;
  expect(field.value).toBe('send the request');
  await enter(field, ' ');
  expect((await seen('button', /^Extract/)).matches(':disabled')).toBe(true);
  await press('Enter', { ctrlKey: true });
  expect(asked(MAKE)).toEqual([]);
  await enter(field, 'book');
  await until(() => expect(asked(PREVIEW).at(-1)?.body).toMatchObject({ name: 'book' }));
  await until(() => expect(only('button', /^Extract/).matches(':disabled')).toBe(false));
  await press('Enter', { ctrlKey: true });
  await until(() => expect(close).toHaveBeenCalled());
});

it('says why it cannot be made, and warns where it can', async () => {
  const refusal = 'A keyword “book” is there already.';
  panel({ [PREVIEW]: { ...FOUND, refusal, documents: [] } });
  expect((await seen('[role=alert]')).textContent).toBe(refusal);
  expect(only('button', /^Extract/).matches(':disabled')).toBe(true);
  clear();
  panel({ [PREVIEW]: { ...FOUND, warnings: ['Two places give other values.'] } });
  await seen('section[aria-label="Places"]');
  expect(text()).toContain('Two places give other values.');
  expect(all('[role=alert]')).toEqual([]);
});

it('stays open and says why where it was refused at the last moment', async () => {
  const { close } = panel({ [PREVIEW]: FOUND, [MAKE]: problem(409, 'The document changed meanwhile.') });
  await seen('section[aria-label="Places"]');
  await pressOn(only('button', /^Extract/));
  expect((await seen('[role=alert]')).textContent).toBe('The document changed meanwhile.');
  expect(close).not.toHaveBeenCalled();
});

it('needs no name to put a keyword’s steps in its place', async () => {
  panel({ [PREVIEW]: { ...FOUND, places: [], takes: [], gives: [] } }, { what: 'inline', path: PATH, line: 7 });
  await seen(`section[aria-label="${PATH}"]`);
  expect(all('input')).toEqual([]);
  expect(all('section[aria-label="Places"], table[aria-label="What becomes a parameter"]')).toEqual([]);
  expect(only('button', /^Replace the step by its steps/).matches(':disabled')).toBe(false);
});

const TREE = {
  suites: [
    { path: 'suites/members.elmt', name: 'Members', cases: [] },
    { path: PATH, name: 'Kilns', cases: [] },
    { path: 'features/sign-in.feature', name: 'Signing in', cases: [] },
  ],
  documents: [{ path: 'browsers.elmt' }, { path: 'suites/members.elmt' }],
};

it('moves to a document that is chosen, or to a new one', async () => {
  const move: RefactoringAsk = { what: 'move', path: PATH, line: 7 };
  const { asked } = panel({ [PREVIEW]: { ...FOUND, places: [], takes: [], gives: [] }, 'GET /api/tree': TREE }, move);
  const choice = await seen('button', 'Document');
  expect(only('button', /^Move it there/).matches(':disabled')).toBe(true);
  expect(asked(PREVIEW)).toEqual([]);
  await pressOn(choice);
  await seen('[role=option]', /Members/);
  expect(all('[role=option]').map((each) => each.textContent)).toEqual([
    'Choose one',
    'Members (suites/members.elmt)',
    'browsers.elmt',
    'A new document',
  ]);
  await pressOn(only('[role=option]', /Members/));
  await until(() => expect(asked(PREVIEW).at(-1)?.body).toMatchObject({ what: 'move', name: 'suites/members.elmt' }));
  await until(() => expect(only('button', /^Move it there/).matches(':disabled')).toBe(false));
  await pressOn(only('button', 'Document'));
  await pressOn(await seen('[role=option]', 'A new document'));
  const path = (await seen('input')) as HTMLInputElement;
  expect(path.value).toBe('suites/new.elmt');
  await enter(path, 'suites/late.elmt');
  await until(() => expect(asked(PREVIEW).at(-1)?.body).toMatchObject({ name: 'suites/late.elmt' }));
});
