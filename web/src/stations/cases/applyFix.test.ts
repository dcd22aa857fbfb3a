import { expect, it, vi } from 'vitest';
import type { EditView } from '@/api/types';
import { problem, serve } from '@/testing/server';
import { applyFix } from './applyFix';

const edit = (text: string, document?: string): EditView => ({ document, line: 1, start: 0, end: 0, text });

it('hands on what it changes here and saves what it changes elsewhere', async () => {
  const requests = serve({
    'GET /api/documents/k.elmt': { text: 'keyword a\n', revision: 5 },
    'PUT /api/documents/k.elmt': {},
  });
  const here = vi.fn();
  await applyFix({ label: 'x', edits: [edit('one'), edit('# ', 'k.elmt'), edit('two')] }, here);
  expect(here).toHaveBeenCalledWith([edit('one'), edit('two')]);
  expect(requests.at(-1)).toMatchObject({ method: 'PUT', body: { text: '# keyword a\n' }, revision: '"5"' });
});

it('makes a document that is not there yet', async () => {
  const requests = serve({ 'PUT /api/documents/new.elmt': {} });
  const here = vi.fn();
  await applyFix({ label: 'x', edits: [edit('keyword a\n', 'new.elmt')] }, here);
  expect(requests.at(-1)).toMatchObject({ body: { text: 'keyword a\n' }, revision: '"0"' });
  expect(here).not.toHaveBeenCalled();
});

it('changes nothing here where the other document cannot be saved', async () => {
  serve({
    'GET /api/documents/k.elmt': { text: '', revision: 5 },
    'PUT /api/documents/k.elmt': problem(409, 'Somebody else has saved it.'),
  });
  const here = vi.fn();
  await expect(applyFix({ label: 'x', edits: [edit('a'), edit('b', 'k.elmt')] }, here)).rejects.toThrow(
    'Somebody else',
  );
  expect(here).not.toHaveBeenCalled();
});
