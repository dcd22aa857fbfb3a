import { expect, it } from 'vitest';
import { enter, only, pressOn, seen, text } from '@/testing/page';
import { type Answers, problem, serve } from '@/testing/server';
import { show } from '@/testing/show';
import { NewDocument } from './NewDocument';

async function named(name: string, answers: Answers) {
  const requests = serve(answers);
  const place = show(
    <NewDocument>
      <button type="button">New</button>
    </NewDocument>,
    '/cases',
  );
  await pressOn(only('button', 'New'));
  await enter(await seen('input'), name);
  return { requests, place };
}

it('makes a suite of a name, and only where there is none yet', async () => {
  const { requests, place } = await named(' Kilns & glazes: 2 ', {
    'POST /api/documents': {},
  });
  expect(text()).toContain('suites/kilns-glazes-2.elmt');
  await pressOn(only('button', 'Make the suite'));
  expect(requests[0]?.body).toEqual({
    path: 'suites/kilns-glazes-2.elmt',
    text: expect.stringMatching(/^suite Kilns & glazes: 2\n/),
    author: '',
  });
  expect(place.history.at(-1)).toBe('/cases/suites/kilns-glazes-2.elmt?line=5');
});

it('makes a feature', async () => {
  const { requests } = await named('Öfen', { 'POST /api/documents': {} });
  await pressOn(only('[role=radio]', 'Feature, in Gherkin'));
  await pressOn(only('button', 'Make the feature'));
  expect(requests[0]?.body).toMatchObject({ text: expect.stringMatching(/^Feature: Öfen\n/) });
});

it('says why it could not be made and keeps the name', async () => {
  const { place } = await named('Kilns', {
    'POST /api/documents': problem(409, 'There is already a document suites/kilns.elmt.'),
  });
  await pressOn(only('button', 'Make the suite'));
  expect((await seen('[role=alert]')).textContent).toContain('There is already a document');
  expect((only('input') as HTMLInputElement).value).toBe('Kilns');
  expect(place.history).toEqual(['/cases']);
});
