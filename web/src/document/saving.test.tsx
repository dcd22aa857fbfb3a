import { act } from 'react';
import { afterEach, expect, it } from 'vitest';
import { only } from '@/testing/page';
import { show } from '@/testing/show';
import { type Saving, setSaving, somethingIsUnsaved, useSaving } from './saving';

const documents = [{}, {}, {}];

function Told() {
  const { state, why } = useSaving();
  return <p>{`${state} ${why}`.trim()}</p>;
}

const told = () => only('p').textContent;
const set = (place: number, state: Saving['state'] | null, why = '') =>
  act(() => setSaving(documents[place] as object, state && { state, since: 1, why }));

afterEach(() => {
  for (const place of documents.keys()) set(place, null);
});

it('tells the worst of all documents, and saved only when all of them are', () => {
  show(<Told />);
  expect(told()).toBe('saved');
  set(0, 'saving');
  expect(told()).toBe('saving');
  set(1, 'not saved', 'the disk is full');
  expect(told()).toBe('not saved the disk is full');
  set(2, 'saving');
  expect(told()).toBe('not saved the disk is full');
  set(1, 'saved');
  expect(told()).toBe('saving');
  expect(somethingIsUnsaved()).toBe(true);
  set(0, null);
  set(2, null);
  expect(told()).toBe('saved');
  expect(somethingIsUnsaved()).toBe(false);
});
