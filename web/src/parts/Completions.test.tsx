import { expect, it, vi } from 'vitest';
import type { CompletionView, SuggestionView } from '@/api/types';
import { only, pressOn, text } from '@/testing/page';
import { show } from '@/testing/show';
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
