import { afterEach, expect, it } from 'vitest';
import type { PageView } from '@/api/types';
import { type OpenDocument, openDocument } from '@/document/openDocument';
import { serve } from '@/testing/server';
import { until } from '@/testing/until';
import { addElement, setLocator } from './pageEdits';

let documents = 0;

const TABLE = `page Kilns
elements
| element | by   | locator |
| List    | role | list    |
`;

const open: OpenDocument[] = [];

afterEach(async () => {
  for (const document of open.splice(0)) await document.sync.stop();
});

/** The document after an edit of its page, or why there is none; this server never answers that it is saved. */
async function after(text: string, edit: (page: PageView) => Promise<void>): Promise<string> {
  const id = ++documents;
  const path = `pages/${id}.elmt`;
  serve({
    [`GET /api/documents?path=${encodeURIComponent(path)}&text`]: [{ id, path, version: 0, text }],
  });
  const document = await openDocument(path);
  open.push(document);
  let wrong = '';
  edit({ name: 'Kilns', path } as PageView).catch((failed) => {
    wrong = String(failed);
  });
  return until(() => {
    const now = document.state.doc.toString();
    expect(wrong || now).not.toBe(text);
    return wrong || now;
  });
}

it('takes an element into a page that has none yet', async () => {
  const text = await after('page Kilns\npath: /kilns\n', (page) => addElement(page, 'Send', 'role', 'button Send'));
  expect(text).toBe(`page Kilns
path: /kilns
elements
| element | by   | locator     | note |
| Send    | role | button Send |      |
`);
});

it('takes an element in behind the others, under a name that is free', async () => {
  const text = await after(TABLE, (page) => addElement(page, 'List', 'css', '.list'));
  expect(text).toBe(`page Kilns
elements
| element | by   | locator |
| List    | role | list    |
| List 2  | css  | .list   |
`);
});

it('gives an element another locator and leaves the rest', async () => {
  const list = { name: 'list' } as PageView['elements'][number];
  expect(await after(TABLE, (page) => setLocator(page, list, 'css', '#all'))).toContain('| List    | css | #all    |');
});

it('says what is missing', async () => {
  const gone = { name: 'Old' } as PageView['elements'][number];
  expect(await after(TABLE, (page) => setLocator(page, gone, 'css', '#all'))).toContain(
    'has no element “Old” any more',
  );
  const odd = 'page Kilns\nelements\n| element | locator |\n';
  expect(await after(odd, (page) => addElement(page, 'Send', 'css', '#s'))).toContain(
    'no columns element, by and locator',
  );
});
