import { act } from 'react';
import { expect, it, vi } from 'vitest';
import type { CompletionView, SuggestionView } from '@/api/types';
import { only, pressOn, text } from '@/testing/page';
import { clear, show } from '@/testing/show';
import { Completions } from './Completions';

const suggestion = (label: string, more: Partial<SuggestionView> = {}) =>
  ({ label, insert: label, why: '', note: '', signature: '', matched: [], ...more }) as SuggestionView;

const offers = (kind: string, ...suggestions: SuggestionView[]) => ({ kind, suggestions }) as CompletionView;

it('marks what was typed and describes the chosen keyword', () => {
  const all = offers(
    'keyword',
    suggestion('press', { matched: [0, 1] }),
    suggestion('press twice', { signature: 'element', note: 'Presses an element twice.' }),
  );
  show(<Completions offers={all} at={1} typed="pr" onChoose={() => {}} />);
  only('b', 'pr');
  expect(only('[aria-selected=true]').textContent).toContain('press twice');
  expect(text()).toContain('Presses an element twice.');
});

it('is chosen from by the pointer without taking the focus from the field', async () => {
  const onChoose = vi.fn();
  const send = suggestion('Send', { note: 'The button below the form.' });
  show(
    <>
      <input aria-label="cell" />
      <Completions offers={offers('element', send)} at={0} typed="" onChoose={onChoose} />
    </>,
  );
  const field = only('input');
  field.focus();
  await pressOn(only('[role=option]'));
  expect(onChoose).toHaveBeenCalledWith(send);
  expect(document.activeElement).toBe(field);
  expect(text()).toContain('The button below the form.');
});

it('draws of a long list what is looked at and next to it', () => {
  const all = offers('keyword', ...Array.from({ length: 60 }, (_, i) => suggestion(`keyword ${i + 1}`)));
  const list = (at: number) => show(<Completions offers={all} at={at} typed="k" onChoose={() => {}} />);
  const drawn = () => [...document.querySelectorAll('[role=option]')];
  list(0);
  const first = drawn().length;
  expect(first).toBeLessThan(20);
  expect(drawn().at(-1)?.getAttribute('aria-setsize')).toBe('60');
  expect(drawn().at(-1)?.getAttribute('aria-posinset')).toBe(`${first}`);
  act(() => only('[role=listbox]').dispatchEvent(new Event('scroll')));
  expect(drawn().length).toBeGreaterThan(first);
  clear();
  list(59);
  expect(only('[aria-selected=true]').textContent).toContain('keyword 60');
});
