import 'fake-indexeddb/auto';
import { expect, it } from 'vitest';
import type { EnvironmentColumn, EnvironmentValue } from '@/api/types';
import { openDocument } from '@/document/openDocument';
import { serve } from '@/testing/server';
import { until } from '@/testing/until';
import { declareValue, typeIn } from './setValue';

const of: EnvironmentColumn = { name: 'local', path: 'e.elmt', line: 1, note: '' };
const password: EnvironmentValue = { name: 'password', secret: true, note: '', cells: [] };

it('keeps a secret on the server and takes it out of its document', async () => {
  const text = 'environment local\nvalues\n| name | value | kind |\n| password | celadon | secret |\n';
  const requests = serve({
    'PUT /api/environments/secret': new Response(null, { status: 204 }),
    'GET /api/documents?path=e.elmt&text': [{ id: 7, path: 'e.elmt', version: 0, text }],
  });
  // It is done once the document is saved, which this server never answers.
  void typeIn(of, password, 'raku');
  const document = await openDocument('e.elmt');
  await until(() => expect(document.state.doc.toString()).toContain('| password |       | secret |'));
  expect(requests[0]).toEqual({
    method: 'PUT',
    path: '/api/environments/secret',
    body: { environment: 'local', name: 'password', value: 'raku' },
  });
  // Nothing that is sent for the document holds the secret.
  expect(JSON.stringify(requests.slice(1))).not.toContain('raku');
  // What is left unsent shall not be sent in another test.
  await document.sync.stop();
});

it('makes a secret known in an environment that had none', async () => {
  serve({
    'GET /api/documents?path=f.elmt&text': [
      { id: 8, path: 'f.elmt', version: 0, text: 'environment local\nvalues\n| name | value |\n| currency | € |\n' },
    ],
  });
  // It is done once the document is saved, which this server never answers.
  void declareValue({ ...of, path: 'f.elmt' }, 'studio key', true);
  const document = await openDocument('f.elmt');
  const wanted = '| name | value | kind |\n| currency | € | |\n| studio key | | secret |\n';
  await until(() => expect(document.state.doc.toString().replace(/ +/g, ' ')).toContain(wanted));
  await document.sync.stop();
});
