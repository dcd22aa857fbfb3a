import { act } from 'react';
import { expect, it, vi } from 'vitest';
import { only } from '@/testing/page';
import { show } from '@/testing/show';
import type { Saving } from './saving';

function Told({ useSaving }: { useSaving: () => Saving }) {
  const { state, why } = useSaving();
  return <p>{`${state} ${why}`.trim()}</p>;
}

it('tells the worst of all documents, and saved only when all of them are', async () => {
  // One of its own, since documents of other tests may not be saved.
  vi.resetModules();
  const { setSaving, somethingIsUnsaved, useSaving } = await import('./saving');
  const [first, second, third] = [{}, {}, {}];
  const told = () => only('p').textContent;
  const set = (by: object, state: Saving['state'] | null, why = '') =>
    act(() => setSaving(by, state && { state, since: 1, why }));
  show(<Told useSaving={useSaving} />);
  expect(told()).toBe('saved');
  set(first, 'saving');
  expect(told()).toBe('saving');
  set(second, 'not saved', 'the disk is full');
  expect(told()).toBe('not saved the disk is full');
  set(third, 'saving');
  expect(told()).toBe('not saved the disk is full');
  set(second, 'saved');
  expect(told()).toBe('saving');
  expect(somethingIsUnsaved()).toBe(true);
  set(first, null);
  set(third, null);
  expect(told()).toBe('saved');
  expect(somethingIsUnsaved()).toBe(false);
});
