import { act } from 'react';
import { expect, it } from 'vitest';
import { useChanges } from '@/api/live';
import { only, pressOn, seen, text } from '@/testing/page';
import { type Answers, serve } from '@/testing/server';
import { show } from '@/testing/show';
import { fakeStreams } from '@/testing/stream';
import { useSheet } from './useSheet';

const version = (revision: number) => ({ path: 'a.elmt', text: `suite ${revision}\n`, revision, problems: [] });

function Sheet() {
  useChanges();
  const sheet = useSheet('a.elmt');
  return (
    <>
      <p>{sheet.view?.text}</p>
      <button type="button" onClick={() => sheet.setText('suite next\n')}>
        change
      </button>
    </>
  );
}

it('keeps what was saved where an older answer comes in late', async () => {
  const stream = fakeStreams();
  const answers: Answers = {
    'GET /api/documents/a.elmt': version(1),
    'PUT /api/documents/a.elmt': version(2),
  };
  const requests = serve(answers);
  show(<Sheet />);
  await seen('p', 'suite 1');

  // A run ends, so the document is fetched anew; before the answer is here, a change is saved.
  let late: (answer: unknown) => void = () => {};
  answers['GET /api/documents/a.elmt'] = new Promise((answer) => {
    late = answer;
  });
  await act(async () => stream().send('change', 'runs'));
  await pressOn(only('button'));
  await seen('p', 'suite 2');
  await act(async () => late(version(1)));
  expect(text()).toContain('suite 2');

  await pressOn(only('button'));
  expect(requests.at(-1)).toMatchObject({ method: 'PUT', revision: '"2"' });
});
